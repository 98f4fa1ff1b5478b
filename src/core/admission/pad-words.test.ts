import { describe, expect, it } from "vitest";
import { EFFECTS, LANGUAGE_IDS, PLACES, POSITIONS, RESPONSES } from "../vocabulary";
import { PATIENT_TEXTS, restQuestion } from "../knowledge";
import { ELSEWHERE, padAsks, padChoice, padQuestion } from "./pad-words";

const OTHERS = LANGUAGE_IDS.filter((language) => language !== "en");

describe.each(OTHERS)("the answer pad in %s", (language) => {
  it("asks every question in it, and leaves a clinic's own words as they are", () => {
    const questions = [
      ...(["provoked", "eased", "how-bad", "where"] as const).map((asked) => padAsks(asked)),
      ...[...POSITIONS, undefined].map(restQuestion),
    ];
    const said = questions.map((question) => padQuestion(question, language));
    expect(said.filter((text, index) => text === questions[index])).toEqual([]);
    expect(new Set(said).size).toBe(questions.length);
    for (const question of questions) expect(padQuestion(question, "en")).toBe(question);
    expect(padQuestion("How does it sit with you?", language)).toBe("How does it sit with you?");
  });

  it("offers every answer in it, each another, and what it does not know as it came", () => {
    const ids = [...RESPONSES, ...EFFECTS, ELSEWHERE];
    const said = ids.map((id) => padChoice({ id, label: "?" }, language));
    expect(said).not.toContain("?");
    expect(new Set(said).size).toBe(ids.length);
    for (const [index, id] of ids.entries()) expect(said[index]).not.toBe(padChoice({ id, label: "?" }, "en"));
    expect(padChoice({ id: "toString", label: "as it came" }, language)).toBe("as it came");
  });

  it("names every place in it, its side in words, no two alike", () => {
    const said = PLACES.map((id) => padChoice({ id, label: "?" }, language));
    expect(said).not.toContain("?");
    expect(new Set(said).size).toBe(PLACES.length);
    for (const [index, id] of PLACES.entries())
      if (id.endsWith(".right")) expect(said[index]).toMatch(language === "de" ? /^RECHTS / : /./);
  });

  it("has every other word of it", () => {
    const alike = Object.entries(PATIENT_TEXTS[language]).filter(
      ([id, text]) => id.startsWith("tablet.") && text === PATIENT_TEXTS.en[id],
    );
    expect(alike).toEqual([]);
  });
});
