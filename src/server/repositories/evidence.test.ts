import { describe, expect, it } from "vitest";
import { fold, NO_CHANGES, readExam, resolveEvidence, SHIPPED_VERSION, sourceIn, versionOf } from "@/core";
import { buildExam } from "@/fixtures/samples/build";
import { currentChanges, evidenceFor, evidenceHistory, saveEvidence } from "./evidence";
import { evidenceCsv, evidenceFileText, readEvidenceFile } from "../exchange/evidence-exchange";
import { examFileText, exportExam, importExam } from "../exchange/exchange";
import { appendEvents, loadExam } from "./exams";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";

const CHANGES = {
  ...NO_CHANGES,
  records: [
    {
      id: "own.thigh-thrust.audit",
      test: "thigh-thrust",
      source: "sacroiliac",
      testedSide: null,
      replaces: "thigh-thrust.laslett-2005",
      definition: "familiar symptom",
      population: "our own people",
      reference: "block",
      citation: "Own audit, 2026; 40 people",
      counts: { tp: 18, fn: 2, fp: 4, tn: 16 },
    },
  ],
};
const save = (store: ReturnType<typeof sampleStore>, changes: unknown = CHANGES) =>
  saveEvidence(store, { changes, by: "Ines Calder", reason: "our audit" }, NOW);
const ownVersion = versionOf(CHANGES as never);

const readUnder = (evidence: string) => {
  const exam = buildExam().complaint("si-area.right");
  const [opened] = exam.events;
  Object.assign(opened!.body, { evidence });
  exam.consent().guard().rest(0);
  exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"] });
  return exam;
};

describe("the clinic's evidence", () => {
  it("begins as shipped, and every version that was in force is kept", () => {
    const store = sampleStore();
    expect(currentChanges(store)).toEqual(NO_CHANGES);
    save(store);
    save(store, NO_CHANGES);
    save(store);
    expect(evidenceHistory(store).map(({ version }) => version)).toEqual([ownVersion, SHIPPED_VERSION, ownVersion]);
    expect(currentChanges(store)).toEqual(CHANGES);
  });

  it("keeps nothing of changes with a fault in them", () => {
    const store = sampleStore();
    const broken = {
      ...CHANGES,
      starts: [{ id: "sacroiliac.below-l5", mean: 1, equivalentPeople: 20, reason: "ours" }],
    };
    expect(() => save(store, broken)).toThrow(/starts\[0\] › mean: is 1/);
    expect(() => saveEvidence(store, { changes: CHANGES, by: "Ines Calder", reason: "" }, NOW)).toThrow(/reason/);
    expect(evidenceHistory(store)).toEqual([]);
  });

  it("cannot be changed or deleted afterwards", () => {
    const store = sampleStore();
    save(store);
    expect(() => store.sqlite.prepare("UPDATE evidence_versions SET changes = '{}'").run()).toThrow(/never changed/);
    expect(() => store.sqlite.prepare("DELETE FROM evidence_versions").run()).toThrow(/never deleted/);
  });

  it("reads an exam under the version it names, whatever is in force now", () => {
    const store = sampleStore();
    save(store);
    const exam = readUnder(ownVersion);
    storeExam(store, exam);
    save(store, NO_CHANGES);
    const state = fold(loadExam(store, exam.state().id)!.events);
    expect(state.evidenceVersion).toBe(ownVersion);
    const under = (version: string) =>
      sourceIn(readExam(state, evidenceFor(store, version)), "sacroiliac", "right").steps[0]!.parts[0]!.figure;
    expect(under(state.evidenceVersion)).toBe("own.thigh-thrust.audit");
    expect(under("shipped")).toBe("thigh-thrust.laslett-2005");
  });

  it("refuses an event, and a reading, under a version that is not here", () => {
    const store = sampleStore();
    const exam = buildExam().complaint("si-area.right");
    storeExam(store, exam);
    const chosen = exam.add("evidence-chosen", { evidence: "0123456789abcdef", reason: "" });
    const [receipt] = appendEvents(store, exam.state().id, [chosen], NOW).receipts;
    expect(receipt).toMatchObject({
      result: "refused",
      why: expect.stringMatching(/version 0123456789abcdef.*not in this store/),
    });
    expect(() => evidenceFor(store, "0123456789abcdef")).toThrow(/Import the exam again with its evidence/);
  });

  it("travels with an exam that was read under it, and is held without being put in force", () => {
    const store = sampleStore();
    save(store);
    const exam = readUnder(ownVersion);
    storeExam(store, exam);
    const text = examFileText(exportExam(store, exam.state().id, NOW));
    const other = sampleStore();
    importExam(other, text, NOW);
    expect(evidenceFor(other, ownVersion)).toEqual(resolveEvidence(CHANGES as never));
    expect(currentChanges(other)).toEqual(NO_CHANGES);
    const without = { ...(JSON.parse(text) as object), evidence: [], signature: undefined };
    expect(() => importExam(sampleStore(), JSON.stringify(without), NOW)).toThrow(/file › evidence: version/);
  });
});

describe("evidence files", () => {
  const changes = CHANGES as never;

  it("come back as they went, as JSON in full and as CSV for records", () => {
    expect(readEvidenceFile(evidenceFileText(changes, NOW), NO_CHANGES)).toEqual(CHANGES);
    expect(readEvidenceFile(evidenceCsv(changes), NO_CHANGES).records).toEqual(CHANGES.records);
    expect(readEvidenceFile(evidenceCsv(changes), changes)).toEqual(CHANGES);
  });

  it.each<[string, string, RegExp]>([
    ["not JSON", "{ broken", /is not whole JSON/],
    ["another format", '{"format":"other"}', /is not an evidence file/],
    ["a newer version", '{"format":"dust-lantern-evidence","version":9}', /is 9, and this program reads version 1/],
    ["a CSV without its columns", "id,test\nown.x,slump", /lacks source/],
    ["a CSV without rows", evidenceCsv(changes).split("\r\n")[0]!, /holds no records/],
    [
      "a CSV with a fault",
      evidenceCsv(changes).replace(",18,", ",many,"),
      /records\[0\] › counts › tp: is not a number/,
    ],
  ])("%s is refused with what to do", (_name, content, said) => {
    expect(() => readEvidenceFile(content, NO_CHANGES)).toThrow(said);
  });
});
