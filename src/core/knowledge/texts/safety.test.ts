import { expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { LANGUAGE_IDS } from "../../vocabulary";
import { SAFETY_FILES, SAFETY_TEXTS, safetyAnswer, safetyText, safetyTextFaults } from "./safety";

it("every language has each text of the safety questions, and none that belongs to no question", () =>
  forEvery(LANGUAGE_IDS, (language) => expect(safetyTextFaults(language, SAFETY_TEXTS[language])).toEqual([])));

it("a text that is missing and one that was left behind are named with their id and file", () => {
  const { "cauda-equina.saddle": _gone, ...rest } = SAFETY_TEXTS.de;
  const faults = safetyTextFaults("de", { ...rest, "cauda-equina.old": "Alt?" });
  expect(faults).toHaveLength(2);
  expect(faults[0]).toContain('"cauda-equina.saddle" is missing');
  expect(faults[1]).toContain('"cauda-equina.old"');
  for (const fault of faults) expect(fault).toContain(SAFETY_FILES.de);
});

it("an answer is found by its question first, then among those that questions share", () => {
  expect(safetyAnswer("artery", "known", "de")).toBe("Ja, und seither untersucht");
  expect(safetyAnswer("artery", "new", "de")).toBe("Ja, neu");
  expect(safetyAnswer("artery", "unheard-of", "de")).toBeNull();
  expect(safetyText("which.side", "de")).toBe("Auf welcher Seite?");
});
