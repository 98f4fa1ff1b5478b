import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { examOfCase, TEST_CASES } from "@/fixtures/samples/cases";
import { mainSentence } from "./main-sentence";
import { readExam } from "./reading";

const read = (exam: ReturnType<typeof buildExam>) => readExam(exam.state()).sources;
const positive = (test: "si-distraction" | "sacral-thrust"): Parameters<ReturnType<typeof buildExam>["run"]>[0] => ({
  test,
  response: "familiar",
  felt: ["si-area.right"],
});

describe("the main sentence", () => {
  it("says of a hundred people how many, what moved it most and which way, and what argues against", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
    exam.run(positive("si-distraction"));
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    const source = read(exam).find(({ source: id, side }) => id === "sacroiliac" && side === "right")!;
    const said = mainSentence(source);
    expect(said).toContain(`about ${Math.round(source.probability * 100)} would have it`);
    expect(said).toContain(`before these tests it was ${Math.round(source.start.mean * 100)}`);
    expect(said).toMatch(/What moved it most: [^.]+, (up|down) from \d+ to \d+\./);
    expect(said.endsWith(` ${source.against[0]!}`)).toBe(true);
  });

  it("is sentences one after the other, each begun as one and none begun twice, for every case of the catalogue", () => {
    const sources = TEST_CASES.flatMap((one) => read(examOfCase(one).exam));
    expect(sources.some(({ against }) => against[0]?.startsWith("Against it:"))).toBe(true);
    for (const source of sources) {
      const said = mainSentence(source);
      expect(said.match(/Against it/g)?.length ?? 0, said).toBeLessThanOrEqual(1);
      for (const one of said.split(/(?<=\.) /)) expect(one, said).toMatch(/^[\p{Lu}\d].*[^.]\.$/u);
    }
  });

  it("is one sentence or two for every source there is, and never says more than was found", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
    exam.run(positive("sacral-thrust"));
    for (const source of read(exam)) {
      const said = mainSentence(source);
      expect(said).toMatch(/\.$/);
      expect(said).not.toMatch(/diagnos|confirm|\bsafe\b|undefined|NaN/i);
      expect(said.startsWith(source.figured ? "Of 100" : "By sign only"), said).toBe(true);
    }
  });
});
