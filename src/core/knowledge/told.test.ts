import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { POSITIONS } from "../vocabulary";
import { PROTOCOLS, TEST_IDS } from "./protocols";
import { askedAnew, consentSentences, consentStatements } from "./consent";
import { SHEETS } from "./sheets";
import { NEVER_SAID } from "./never-said";
import { restQuestion } from "./rest-question";
import { toldSentences } from "./told";

const ALL = toldSentences();

describe("what a person is told and asked", () => {
  it("every sentence avoids forbidden words, has a place and stays short", () =>
    forEvery(ALL, ({ text, where }) => {
      expect(text).not.toMatch(NEVER_SAID);
      expect(text.length).toBeLessThanOrEqual(400);
      expect(where.length).toBeGreaterThan(0);
    }));

  it("holds every question of every stage, and each sentence once", () => {
    const texts = ALL.map(({ text }) => text);
    expect(new Set(texts).size).toBe(texts.length);
    for (const { stages } of PROTOCOLS) for (const { question } of stages) expect(texts).toContain(question);
    for (const position of POSITIONS) expect(texts).toContain(restQuestion(position));
  });

  it("explains what is on the plan: pressing, a nerve stretched, a neck moved or pulled, movements repeated", () => {
    expect(consentStatements(["thigh-thrust"])).toEqual(["purpose", "press", "stop"]);
    expect(consentStatements(["straight-leg-raise"])).toContain("nerve");
    expect(consentStatements(["straight-leg-raise"])).not.toContain("press");
    expect(consentStatements(["foraminal-compression"])).toContain("neck");
    expect(consentStatements(["neck-distraction"])).toContain("traction");
    expect(consentStatements(["repeated-movements"])).toEqual(["purpose", "repeat", "stop"]);
    expect(consentStatements([])).toEqual(["purpose", "press", "stop"]);
  });

  it("every test and every test list: purpose and soreness first, what it does, the right to stop and the alternatives last", () =>
    forEvery(
      [...TEST_IDS.map((test) => [test, [test]] as const), ...SHEETS.map(({ id, tests }) => [id, tests] as const)],
      (_name, tests) => {
        const said = consentSentences(tests);
        expect(said[0]).toMatch(/find out where your pain comes from.*sore for a day or two/);
        expect(said.at(-1)).toMatch(/say stop at any time.*no to any test.*treated without tests/);
        expect(said.length).toBeGreaterThan(2);
      },
    ));

  it("a thrust to the neck names the harm without a number, and no clinic puts it in other words", () => {
    const { say } = askedAnew("neck thrust");
    expect(say).toContain("serious harm, including stroke. How rarely is not known.");
    expect(say).not.toMatch(/\d/);
    expect(ALL.map(({ text }) => text)).not.toContain(say);
  });
});
