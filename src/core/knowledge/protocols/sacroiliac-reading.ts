import { CLEAR, felt, feltAnySide } from "./build";
import type { SourceInterpretation, SpokenSides } from "./types";

/** What a provocation test says about the sacroiliac joint: only the place below L5 makes it positive. */
export const sacroiliacReading = (sides: SpokenSides): SourceInterpretation => ({
  source: "sacroiliac",
  sides,
  lines: [
    {
      when: "reproduced",
      school: { "felt-where": ["any-familiar"] },
      felt: { sites: "anywhere", side: "same side or central" },
      outcome: "positive",
      reason: "their symptom, wherever it was felt (the studies' own definition, chosen in settings)",
    },
    {
      when: "reproduced",
      felt: felt("si-area"),
      outcome: "positive",
      reason: "their symptom, in the buttock below L5 beside the sacrum",
    },
    {
      when: "reproduced",
      felt: felt("central-buttock"),
      outcome: "equivocal",
      reason: "their symptom, in the central buttock only: not clearly the joint",
    },
    {
      when: "reproduced",
      felt: felt("groin"),
      outcome: "negative",
      reason: "their symptom, but in the groin: that points to the hip",
    },
    {
      when: "reproduced",
      felt: feltAnySide("low-back"),
      outcome: "negative",
      reason: "their symptom, but above L5: that points to the lumbar spine",
    },
    {
      when: "reproduced",
      felt: { sites: "anywhere", side: "same side or central" },
      outcome: "negative",
      reason: "their symptom, but not in the buttock below L5",
    },
    { when: "reproduced", outcome: "negative", reason: "their symptom, but only on the other side" },
    ...CLEAR,
  ],
});

/** The groin points to the hip. Only FABER, which is also a hip test, counts against it when the groin stays clear. */
export const hipReading = (sides: SpokenSides, clearCountsAgainst: boolean): SourceInterpretation => ({
  source: "hip",
  sides,
  ...(clearCountsAgainst ? {} : { pointsOnly: true }),
  lines: [
    {
      when: "reproduced",
      felt: felt("groin"),
      outcome: "positive",
      reason: "their symptom, in the groin",
    },
    ...(clearCountsAgainst
      ? [{ when: "reproduced", outcome: "negative", reason: "their symptom, but not in the groin" } as const, ...CLEAR]
      : []),
  ],
});

export const glutealReading: SourceInterpretation = {
  source: "gluteal-tendon",
  sides: "tested side",
  pointsOnly: true,
  lines: [
    {
      when: "reproduced",
      felt: felt("lateral-hip"),
      outcome: "positive",
      reason: "their symptom, at the side of the hip",
    },
  ],
};
