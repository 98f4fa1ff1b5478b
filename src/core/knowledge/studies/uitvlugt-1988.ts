import type { AccuracyRecord } from "./types";

const study = {
  population:
    "123 people with rheumatoid arthritis; how many had the slip is not at hand, so the interval is taken as from 40",
  reference: "atlantodental interval over 3 mm on flexion radiographs",
  citation: "uitvlugt-1988",
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
    patients: {
      condition: { answered: { question: "upper-neck-risk", parts: ["inflammatory", "disease"] } },
      otherwise:
        "the figures come from people with rheumatoid arthritis: without a disease of that kind it is interpreted clinically",
    },
    positive: { seen: { "ease-back": ["slide"] } },
  },
];
