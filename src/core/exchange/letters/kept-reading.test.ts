import { describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore } from "@/fixtures/store";
import { appendEvents } from "@/server/repositories/exams";
import { SHIPPED_EVIDENCE } from "../../evidence";
import { createDrawBook, examinedSources, readExam, sourceKey, spreadOf } from "../../reading";
import type { KeptReading } from "../../record";
import { keepReading, keptDifferences, signedReadingProblem } from "./kept-reading";
import type { Spreads } from "./note";

const examined = () =>
  buildExam()
    .complaint("si-area.right")
    .consent()
    .guard({ pregnancy: "not-known" })
    .rest(1, "si-area.right")
    .run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 26 })
    .run({ test: "si-compression", side: "right", response: "nothing", kgf: 26 });

const head = { head: "ab".repeat(32), length: 12 };
const book = createDrawBook(2000, SHIPPED_EVIDENCE);

function read() {
  const state = examined().state();
  const reading = readExam(state);
  const spreads: Spreads = Object.fromEntries(
    examinedSources(reading)
      .filter(({ figured }) => figured)
      .map(({ source, side, recipe, wording }) => [sourceKey(source, side), spreadOf(recipe, wording.band, book)]),
  );
  return { state, reading, spreads, kept: keepReading(state, reading, head, spreads) };
}

/** The kept reading with one thing about it put otherwise. */
const changed = (kept: KeptReading, change: (copy: KeptReading) => void): KeptReading => {
  const copy = structuredClone(kept);
  change(copy);
  return copy;
};

describe("a reading as it is signed", () => {
  it("holds the words and numbers as they are shown", () => {
    const { reading, spreads, kept } = read();
    const source = examinedSources(reading).find(({ source: id, side }) => id === "sacroiliac" && side === "right")!;
    const spread = spreads[sourceKey("sacroiliac", "right")]!;
    const [first] = kept.sources.filter(({ source: id, side }) => id === "sacroiliac" && side === "right");
    expect(first).toMatchObject({ word: source.wording.word, readBy: "figures" });
    expect(first!.point).toBeCloseTo(source.probability, 4);
    first!.p95!.forEach((end, index) => expect(Math.abs(end - spread.p95[index]!)).toBeLessThanOrEqual(0.001));
    expect(first!.rules.length).toBe(source.rules.length);
    expect(kept.outcomes.length).toBe(reading.outcomes.length);
    expect(kept.outcomes.every(({ reason }) => reason.length > 0)).toBe(true);
  });

  it("is found to be what is read here, intervals included in the note's hash", () => {
    const { state, kept } = read();
    expect(signedReadingProblem(state, SHIPPED_EVIDENCE, head, kept)).toBeNull();
    expect(keptDifferences(kept, kept)).toEqual([]);
  });

  it.each<[string, (copy: KeptReading) => void]>([
    ["another word", (copy) => void (copy.sources[0]!.word = "likely")],
    ["a chance 0.003 off", (copy) => void (copy.sources[0]!.point += 0.003)],
    ["a source left out", (copy) => void copy.sources.splice(0, 1)],
    ["a rule told otherwise", (copy) => void (copy.sources[0]!.rules[0]!.positive += 1)],
    ["an outcome turned", (copy) => void (copy.outcomes[0]!.outcome = "not tested")],
    ["an outcome left out", (copy) => void copy.outcomes.splice(0, 1)],
    ["a referral made up", (copy) => void copy.referrals.push("made.up")],
    ["another interval in its note", (copy) => void (copy.sources.find(({ p95 }) => p95)!.p95 = [0, 1])],
    ["other settings", (copy) => void (copy.settings = "0".repeat(64))],
    ["another engine", (copy) => void (copy.engine += 1)],
    ["another note", (copy) => void (copy.note = "0".repeat(64))],
  ])("with %s is refused", (_what, change) => {
    const { state, kept } = read();
    expect(signedReadingProblem(state, SHIPPED_EVIDENCE, head, changed(kept, change))).toMatchObject({
      where: expect.stringContaining("body › reading"),
    });
  });

  it("up to 0.002 is the same number", () => {
    const { state, kept } = read();
    const near = changed(kept, (copy) => void (copy.sources[0]!.point += 0.0015));
    expect(signedReadingProblem(state, SHIPPED_EVIDENCE, head, near)).toBeNull();
  });
});

describe("signing at the server", () => {
  const signed = (change: (copy: KeptReading) => void = () => {}) => {
    const store = sampleStore();
    const exam = examined().sign();
    const last = exam.events.at(-1)!;
    const body = last.body as { reading: KeptReading };
    const events = [
      ...exam.events.slice(0, -1),
      { ...last, body: { ...body, reading: changed(body.reading, change) } },
    ];
    return { store, exam, receipt: appendEvents(store, idOf(1), events, NOW).receipts.at(-1)! };
  };

  it("takes what is read there as well, and never what is not", () => {
    expect(signed().receipt.result).toBe("stored");
    const refused = signed((copy) => void (copy.sources[0]!.word = "likely")).receipt;
    expect(refused).toMatchObject({ result: "refused", refusal: "update" });
    expect(refused.why).toContain("Load the page again");
  });

  it("takes no signature without a reading, from this version on", () => {
    const { store, exam } = { store: sampleStore(), exam: examined().sign() };
    const last = exam.events.at(-1)!;
    const bare = { ...last, body: { ...last.body, reading: null } };
    const [receipt] = appendEvents(store, idOf(1), [...exam.events.slice(0, -1), bare], NOW).receipts.slice(-1);
    expect(receipt?.why).toContain("Send what was read when it was signed");
  });

  it("closes amendments with a signature of their own, once", () => {
    const { store, exam } = signed();
    exam.add("note-written", { text: "limped on arrival" }, { amendment: "left out" });
    exam.sign();
    const taken = appendEvents(store, idOf(1), exam.events.slice(-2), NOW).receipts;
    expect(taken.map(({ result }) => result)).toEqual(["stored", "stored"]);
    expect(exam.state()).toMatchObject({ amendmentsClosed: 1 });
    exam.sign();
    expect(appendEvents(store, idOf(1), exam.events.slice(-1), NOW).receipts[0]?.why).toContain("signs no amendment");
  });
});
