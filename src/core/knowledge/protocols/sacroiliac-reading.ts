import type { FeltCondition, ReadingLine, SourceReading, SpokenSides } from "./types";

const here = (...sites: Extract<FeltCondition["sites"], readonly unknown[]>): FeltCondition => ({
  sites,
  side: "same side",
});

const clear: readonly ReadingLine[] = [
  { when: "nothing", outcome: "negative", reason: "nothing was brought on" },
  { when: "stretch", outcome: "negative", reason: "stretch or pressure only: not their symptom" },
  { when: "other", outcome: "negative", reason: "a pain that is not theirs, however strong" },
  { when: "not reproduced", outcome: "negative", reason: "no more than at rest, and no further spread" },
];

/** What a provocation test says about the sacroiliac joint: only the place below L5 makes it positive. */
export const sacroiliacReading = (sides: SpokenSides): SourceReading => ({
  source: "sacroiliac",
  sides,
  lines: [
    {
      when: "reproduced",
      school: { id: "felt-where", option: "any-familiar" },
      felt: { sites: "anywhere", side: "same side or central" },
      outcome: "positive",
      reason: "their symptom, wherever it was felt (the studies' own definition, chosen in settings)",
    },
    {
      when: "reproduced",
      felt: here("si-area"),
      outcome: "positive",
      reason: "their symptom, in the buttock below L5 beside the sacrum",
    },
    {
      when: "reproduced",
      felt: here("central-buttock"),
      outcome: "equivocal",
      reason: "their symptom, in the central buttock only: not clearly the joint",
    },
    {
      when: "reproduced",
      felt: here("groin"),
      outcome: "negative",
      reason: "their symptom, but in the groin: that points to the hip",
    },
    {
      when: "reproduced",
      felt: { sites: ["low-back"], side: "any side" },
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
    ...clear,
  ],
});

/** The groin points to the hip. Only FABER, which is also a hip test, counts against it when the groin stays clear. */
export const hipReading = (sides: SpokenSides, clearCountsAgainst: boolean): SourceReading => ({
  source: "hip",
  sides,
  ...(clearCountsAgainst ? {} : { pointsOnly: true }),
  lines: [
    {
      when: "reproduced",
      felt: here("groin"),
      outcome: "positive",
      reason: "their symptom, in the groin",
    },
    ...(clearCountsAgainst
      ? [{ when: "reproduced", outcome: "negative", reason: "their symptom, but not in the groin" } as const, ...clear]
      : []),
  ],
});

export const glutealReading: SourceReading = {
  source: "gluteal-tendon",
  sides: "tested side",
  pointsOnly: true,
  lines: [
    {
      when: "reproduced",
      felt: here("lateral-hip"),
      outcome: "positive",
      reason: "their symptom, at the side of the hip",
    },
  ],
};
