import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { PROTOCOLS } from "../protocols";
import { guideOf, GUIDES } from ".";

const wordsOf = (line: string): number => line.split(/\s+/).filter((word) => /[\p{L}\d]/u.test(word)).length;
const FORBIDDEN = /\b(diagnos\w*|confirm\w*|safe|safely|all clear)\b/i;

describe("what the hands need to know", () => {
  it("every test: two lines short enough to be read at a glance", () =>
    forEvery(PROTOCOLS, ({ id }) => {
      const { say, stand, ways = [] } = GUIDES[id];
      for (const line of [say, ...ways.flatMap((way) => way.say ?? [])]) {
        expect(wordsOf(line), line).toBeLessThanOrEqual(12);
        expect(line, "a sentence").toMatch(/^[A-Z].*[.?]$/);
      }
      for (const line of [stand, ...ways.flatMap((way) => way.stand ?? [])]) {
        expect(wordsOf(line), line).toBeLessThanOrEqual(14);
        expect(line, "a sentence").toMatch(/^[A-Z].*\.$/);
      }
    }));

  it("every test: way there, healthy feeling and usual fault are described", () =>
    forEvery(PROTOCOLS, ({ id }) => {
      const { landmark, healthy, wrong, endFeel } = GUIDES[id];
      for (const line of [landmark, healthy, wrong, endFeel ?? "None is felt for here."]) {
        expect(line.length, line).toBeGreaterThan(14);
        expect(line).toMatch(/^[A-Z0-9].*\.$/);
        expect(line).not.toMatch(FORBIDDEN);
      }
      expect(new Set([landmark, healthy, wrong, endFeel]).size).toBe(4);
    }));

  it("every test that asks for an end feel describes it", () =>
    forEvery(PROTOCOLS, ({ id, signs }) => {
      if (signs.some((sign) => sign.id === "end-feel" || sign.id === "pain-resistance"))
        expect(GUIDES[id].endFeel).not.toBeNull();
    }));

  it("every guide's technique options exist and change its words", () =>
    forEvery(PROTOCOLS, ({ id, schools }) => {
      for (const { under } of GUIDES[id].ways ?? [])
        for (const [school, options] of Object.entries(under))
          for (const option of options) {
            const known = schools.find((candidate) => candidate.id === school);
            expect(
              known?.options.map((candidate) => candidate.id),
              school,
            ).toContain(option);
            const usual = guideOf(id);
            const done = guideOf(id, { [school]: option });
            expect([done.say, done.stand], `${school} ${option}`).not.toEqual(
              option === known?.defaultOption ? [] : [usual.say, usual.stand],
            );
          }
    }));

  it("never promises what no test can", () => {
    for (const { say, stand, ways = [] } of Object.values(GUIDES))
      for (const line of [say, stand, ...ways.flatMap((way) => [way.say ?? "", way.stand ?? ""])])
        expect(line).not.toMatch(FORBIDDEN);
  });
});
