import { WORD_TRAITS } from "./words";
import { type Family, SOURCE_IDS, type SourceEntry, type SourceId, SOURCES } from "../vocabulary";
import type { Reading, SourceReading } from "./reading";

const refers = (source: SourceId): boolean => {
  const entry: SourceEntry = SOURCES[source];
  return entry.changesManagement === "refer";
};

/** How much a source matters in the list: what would change management first, then the strongest. */
function weightOf({ source, wording, figured, probability }: SourceReading): readonly number[] {
  const { rank } = WORD_TRAITS[wording.word];
  const urgent = refers(source) && rank >= WORD_TRAITS["leaning towards"].rank ? 0 : 1;
  return [urgent, -rank, figured ? -probability : 0];
}

function compare(a: readonly number[], b: readonly number[]): number {
  const first = a.findIndex((value, index) => value !== b[index]);
  return first < 0 ? 0 : a[first]! - b[first]!;
}

/** Every examined source and side, what matters most first. */
export const examinedSources = (reading: Reading): SourceReading[] =>
  examinedByFamily(reading).families.flatMap(({ sources }) =>
    sources.flatMap(({ rows }) => rows.filter(({ examined }) => examined)),
  );

/** One source with its rows: right and left, or one for a source without sides. */
export type SourceRows = { readonly source: SourceId; readonly rows: readonly SourceReading[] };

/**
 * Examined sources by family, both sides as mirrored rows, what matters most
 * first; families likewise.
 *
 * @returns families with their sources, and the sources that were not examined
 */
export function examinedByFamily({ sources }: Reading): {
  readonly families: readonly { readonly family: Family; readonly sources: readonly SourceRows[] }[];
  readonly notExamined: readonly SourceReading[];
} {
  const groups = SOURCE_IDS.map((source) => ({
    source,
    rows: sources.filter((candidate) => candidate.source === source),
  }))
    .filter(({ rows }) => rows.some(({ examined }) => examined))
    .map((group) => ({ ...group, weight: group.rows.map(weightOf).toSorted(compare)[0]! }))
    .toSorted((a, b) => compare(a.weight, b.weight));
  const families = [...new Set(groups.map(({ source }) => SOURCES[source].family as Family))].map((family) => ({
    family,
    sources: groups.filter(({ source }) => SOURCES[source].family === family),
  }));
  const examined = new Set(groups.map(({ source }) => source));
  return { families, notExamined: sources.filter(({ source }) => !examined.has(source)) };
}
