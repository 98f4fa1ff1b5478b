import { expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { LANGUAGE_IDS } from "../../vocabulary";
import { PATIENT_TEXTS, patientText, safetyAnswer, safetyText, TEXT_FILES, textFaults } from "./texts";

it("every language has each text that patients are shown, and none that belongs to nothing", () =>
  forEvery(LANGUAGE_IDS, (language) => expect(textFaults(language, PATIENT_TEXTS[language])).toEqual([])));

it("a text that is missing and one that was left behind are named with their id and file", () => {
  const { "cauda-equina.saddle": _gone, ...rest } = PATIENT_TEXTS.de;
  const faults = textFaults("de", { ...rest, "cauda-equina.old": "Alt?", "take-home.did": "Heute: alles." });
  expect(faults).toHaveLength(3);
  expect(faults[2]).toContain('"take-home.did"');
  expect(faults[0]).toContain('"cauda-equina.saddle" is missing');
  expect(faults[1]).toContain('"cauda-equina.old"');
  for (const fault of faults) expect(fault).toContain(TEXT_FILES.de);
});

it("an answer is found by its question first, then among those that questions share", () => {
  expect(safetyAnswer("artery", "known", "de")).toBe("Ja, und seither untersucht");
  expect(safetyAnswer("artery", "new", "de")).toBe("Ja, neu");
  expect(safetyAnswer("artery", "unheard-of", "de")).toBeNull();
  expect(safetyText("which.side", "de")).toBe("Auf welcher Seite?");
});

it("what is filled in stands in the text as it is, the emergency number by itself", () => {
  expect(patientText("take-home.your-words", "de", { words: "$& {number}" })).toBe(
    "Sie haben uns gesagt: „$& {number}“.",
  );
  expect(patientText("take-home.at-once", "en")).toBe("Call 112 or your local emergency number straight away if");
});
