import type { AccuracyRecord } from "./types";

const study = {
  population: "123 people with rheumatoid arthritis",
  reference: "as in the paper",
  citation: "uitvlugt-1988",
  people: 123,
} as const;

export const uitvlugt1988: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "sharp-purser.uitvlugt-1988",
    test: "sharp-purser",
    source: "transverse-ligament",
    definition: "a slide of the head on the neck was felt",
    sensitivity: 0.69,
    specificity: 0.96,
    standing: "published",
    positive: { seen: { "ease-back": ["slide"] } },
  },
];
