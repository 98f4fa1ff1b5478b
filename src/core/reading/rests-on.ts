import { type EvidenceSet, findRecord } from "../evidence";
import { qualityOf, type StudyQuality } from "../knowledge";
import type { SourceReading } from "./reading";
import type { Step } from "./steps";

/** A study that a probability rests on, and how far it can be trusted; null: nobody has judged it. */
export type Foundation = { readonly citation: string; readonly quality: StudyQuality | null };

const risks = ({ quality }: Foundation): number =>
  quality
    ? quality.letters.reduce((sum, letter) => sum + (letter === "H" ? 3 : letter === "U" ? 1 : 0), 0)
    : Number.POSITIVE_INFINITY;

/**
 * The studies behind a source's probability, the weakest first, each once.
 *
 * @example restsOn(sourceReading, SHIPPED_EVIDENCE).length > 0 // true
 */
export function restsOn(
  { steps, preferred }: Pick<SourceReading, "steps" | "preferred">,
  evidence: EvidenceSet,
): readonly Foundation[] {
  const cited = (step: Step): string[] => [
    ...(step.moves === 0 && step.parts.length === 0
      ? []
      : [
          findRecord(evidence, step.figure)?.citation ??
            (preferred?.rule.id === step.figure ? preferred.rule.citation : ""),
        ]),
    ...step.parts.flatMap(cited),
  ];
  return [...new Set(steps.flatMap(cited))]
    .filter((citation) => citation !== "")
    .map((citation): Foundation => ({ citation, quality: qualityOf(citation) }))
    .toSorted((a, b) => risks(b) - risks(a) || (a.citation < b.citation ? -1 : 1));
}

/**
 * The letters of those studies, as they stand beside a probability.
 *
 * @example qualityLetters([{ citation: "hall-2010", quality: qualityOf("hall-2010") }]) // "HUUL"
 */
export const qualityLetters = (foundations: readonly Foundation[]): string =>
  [...new Set(foundations.map(({ quality }) => quality?.letters.join("") ?? "not judged"))].join(", ");
