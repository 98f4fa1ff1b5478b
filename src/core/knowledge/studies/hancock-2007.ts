import { CENTRALISES } from "./laslett-centralisation-2005";
import type { AccuracyRecord } from "./types";

export const hancock2007: readonly AccuracyRecord[] = [
  {
    id: "repeated-movements.hancock-2007",
    test: "repeated-movements",
    source: "lumbar-disc",
    definition: "centralises",
    lrPositive: 2.8,
    lrPositive95: [1.4, 5.3],
    lrNegative: 0.64,
    lrNegative95: [0.44, 0.93],
    intervalBorrowed: "LR- is that of one study (Laslett 2005), its interval taken as from 40 people",
    population:
      "pooled over studies of people with chronic low back pain; the ratio for not centralising is of one of them",
    chronic: true,
    reference: "discography, with a control level",
    citation: "hancock-2007",
    standing: "published",
    positive: CENTRALISES,
  },
];
