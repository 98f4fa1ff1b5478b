import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { POSITIONS } from "../vocabulary";
import { PROTOCOLS, TEST_IDS } from "./protocols";
import { consentSentences, CONSENT_TEXTS } from "./consent";
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

  it("explains what is on the plan: pressing, a nerve stretched, a neck moved", () => {
    expect(consentSentences(["thigh-thrust"])).toEqual([CONSENT_TEXTS.press, CONSENT_TEXTS.stop]);
    expect(consentSentences(["straight-leg-raise"])).toContain(CONSENT_TEXTS.nerve);
    expect(consentSentences(["straight-leg-raise"])).not.toContain(CONSENT_TEXTS.press);
    expect(consentSentences(["foraminal-compression"])).toContain(CONSENT_TEXTS.neck);
    expect(consentSentences([])).toEqual([CONSENT_TEXTS.press, CONSENT_TEXTS.stop]);
    for (const test of TEST_IDS) {
      const said = consentSentences([test]);
      expect(said.at(-1), test).toBe(CONSENT_TEXTS.stop);
      expect(said.length, test).toBeGreaterThan(1);
    }
  });
});
