import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { type ExamFile, parseExamFile, verifyExamFile } from "@/core";
import { loadDemo } from "@/fixtures/demo/demo";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { openStore } from "../store/open";
import { verifyStore } from "../repositories/verify";
import { assertInCare, setTeam } from "../accounts/care";
import { appendEvents, loadExam } from "../repositories/exams";
import { knowDatabase, databasesOf } from "../repositories/databases";
import { saveProfile } from "../repositories/practitioners";
import { fingerprintOf, keyPath, publicKeyOf } from "../store/signing-key";
import { statSync } from "node:fs";
import { examFileText, exportExam, exportPerson, importExam } from "./exchange";
import { readSignedLine, signedLine } from "./signed-code";
import { signedBy, signerOf } from "./signed-file";

const BY = { now: NOW, actor: PRACTITIONER };
const OTHER = idOf(51);

function made() {
  const store = sampleStore();
  const exam = storeExam(store, buildExam().complaint("si-area.right").consent().guard().rest(1));
  return { store, exam, file: exportExam(store, exam, NOW), text: examFileText(exportExam(store, exam, NOW)) };
}

describe("an exported file", () => {
  it("is signed by its database: as text and read again, one exam and a whole person", () => {
    const { store, exam } = made();
    const person = buildExam().state().opened!.body.person.id;
    for (const file of [exportExam(store, exam, NOW), exportPerson(store, person, NOW)])
      expect(signerOf(parseExamFile(examFileText(file)))).toEqual({ key: publicKeyOf(store), isWhole: true });
    expect(statSync(keyPath(store.path)).mode & 0o777).toBe(0o600);
  });

  it("whose least letter was changed is not taken, and says whose signature does not fit", () => {
    const { store, text } = made();
    const at = (JSON.parse(text) as ExamFile).exportedAt;
    const changed = text.replace(at, at.replace("2026", "2025"));
    expect(() => importExam(sampleStore(), changed, NOW)).toThrow(
      new RegExp(`was changed after the database with the key ${fingerprintOf(publicKeyOf(store))} signed it`),
    );
    const { signature } = JSON.parse(text) as ExamFile;
    fc.assert(
      fc.property(fc.nat(signature!.value.length - 4), fc.constantFrom("A", "b", "7", "/"), (place, letter) => {
        const value = signature!.value.slice(0, place) + letter + signature!.value.slice(place + 1);
        fc.pre(value !== signature!.value);
        const forged = { ...(JSON.parse(text) as ExamFile), signature: { ...signature!, value } };
        expect(() => importExam(sampleStore(), JSON.stringify(forged), NOW)).toThrow(/signature/);
      }),
      { numRuns: runs(30) },
    );
  });

  it("names its signer: this database, one that is known, one that is not, nobody", () => {
    const { store, file, text } = made();
    const into = sampleStore();
    const fingerprint = fingerprintOf(publicKeyOf(store));
    expect(databasesOf(store).own).toBe(fingerprint);
    expect(signedBy(store, file)).toEqual({ is: "this database", name: null, fingerprint });
    expect(importExam(into, text, NOW).signedBy).toEqual({ is: "unknown", name: null, fingerprint });
    knowDatabase(into, fingerprint, "Practice in the mill", BY);
    expect(importExam(into, text, NOW).signedBy).toEqual({ is: "known", name: "Practice in the mill", fingerprint });
    knowDatabase(into, fingerprint, null, BY);
    expect(signedBy(into, file).is).toBe("unknown");
    const { signature: _none, ...unsigned } = JSON.parse(text) as ExamFile;
    expect(importExam(sampleStore(), JSON.stringify(unsigned), NOW).signedBy.is).toBe("nobody");
  });

  it("of somebody outside the care of whoever imports it adds nothing, where the clinic goes by care", () => {
    const { store, exam, text } = made();
    saveProfile(store, { id: OTHER, name: "Bo", registration: "" }, { now: NOW });
    setTeam(store, "by care", BY);
    const as = (member: string) => ({
      assertMay: (persons: readonly string[]) => assertInCare(store, member, persons),
    });
    const before = loadExam(store, exam)!.head;
    expect(() => importExam(store, text, NOW, as(OTHER))).toThrow(/not in your care/);
    expect(loadExam(store, exam)!.head).toEqual(before);
    expect(importExam(store, text, NOW, as(PRACTITIONER.id))).toMatchObject({ added: 0 });
  });

  it("that was written before files were signed still goes in, and a record from elsewhere goes on with a later one", () => {
    const { store, exam, text } = made();
    const { signature: _none, ...early } = JSON.parse(text) as ExamFile;
    const into = sampleStore();
    importExam(into, JSON.stringify(early), NOW);
    const note = { ...buildExam().events[0]!, id: idOf(9), type: "note-written", body: { text: "later" } };
    appendEvents(store, exam, [note], NOW);
    expect(importExam(into, examFileText(exportExam(store, exam, NOW)), NOW)).toMatchObject({ added: 1, branches: 0 });
  });
});

it("a patient whose records are longer than one record may be goes out and comes in whole", () => {
  const store = sampleStore();
  const text = "x".repeat(4000);
  const exams = [1, 2, 3].map((number) => {
    const builder = buildExam({ exam: idOf(60_000 + number), idsFrom: 600_000 * number });
    builder.complaint("si-area.right");
    for (let line = 0; line < 760; line++) builder.add("note-written", { text });
    return storeExam(store, builder);
  });
  const person = buildExam().state().opened!.body.person.id;
  const file = examFileText(exportPerson(store, person, NOW));
  expect(file.length).toBeGreaterThan(8 * 1024 * 1024);
  const into = sampleStore();
  expect(importExam(into, file, NOW).exams.toSorted()).toEqual(exams.toSorted());
}, 60_000);

describe("a signed line", () => {
  it("says what it said, by whose key, and shows any change", () => {
    const { store } = made();
    const text = signedLine(store, "dust-lantern 41 abc 12·0123");
    const fingerprint = fingerprintOf(publicKeyOf(store));
    expect(readSignedLine(text)).toEqual({ line: "dust-lantern 41 abc 12·0123", fingerprint, isWhole: true });
    expect(readSignedLine(text.replace("41", "42"))).toMatchObject({ isWhole: false });
    expect(readSignedLine("dust-lantern 41 abc 12·0123")).toBeNull();
    expect(readSignedLine("")).toBeNull();
  });
});

describe("the demo's data", () => {
  it("of every patient leaves as a file that verifies, is read by every reader and goes into another database", () => {
    const demo = openStore(temporaryPath());
    loadDemo(demo, NOW);
    const people = demo.sqlite.prepare<[], string>("SELECT id FROM people ORDER BY id").pluck().all();
    expect(people.length).toBeGreaterThan(10);
    forEvery(
      people.map((id) => [id, id] as const),
      (_name, id) => {
        const text = examFileText(exportPerson(demo, id, NOW));
        const file = parseExamFile(text);
        expect(verifyExamFile(file)).toEqual([]);
        const into = openStore(temporaryPath());
        importExam(into, text, NOW);
        expect(verifyStore(into).records.flatMap(({ faults }) => faults)).toEqual([]);
        into.sqlite.close();
      },
    );
  });
});
