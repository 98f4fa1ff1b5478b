import { SEVERE_WEAKNESS, SOURCE_SITES, URGENCIES, URGENCY_LABELS } from "../../knowledge";
import { examinedSources, mainSentence, type Reading, type SourceReading, WORD_TRAITS } from "../../reading";
import type { ExamState, NeuroFinding } from "../../record";
import { assessGuard } from "../../safety";
import { placeParts, type Side, SIDES, sourceLabel } from "../../vocabulary";

/** What a letter begins with: harm first, then the complained side and symptom, then probability. */

/** The sides a symptom was drawn on; in the midline, both. */
export function complainedSides({ areas }: Pick<ExamState, "areas">): readonly Side[] {
  const drawn = areas.flatMap(({ places }) => places.map((place) => placeParts(place).side));
  return SIDES.filter((side) => drawn.includes(side) || drawn.includes("central"));
}

/** Whether a source can make a symptom that was drawn, on its side. */
export function isComplained(
  { areas }: Pick<ExamState, "areas">,
  { source, side }: Pick<SourceReading, "source" | "side">,
): boolean {
  const sites = SOURCE_SITES[source];
  return areas.some(({ places }) =>
    places.map(placeParts).some((place) => {
      const isOnSide = side === null || place.side === "central" || place.side === side;
      return isOnSide && (sites === undefined || sites.includes(place.site));
    }),
  );
}

/** Ranks below this say that a source is unlikely: they do not lead. */
const LEAST = WORD_TRAITS.open.rank;

const byProbability = (a: SourceReading, b: SourceReading): number =>
  Number(b.figured) - Number(a.figured) ||
  (a.figured && b.figured
    ? b.probability - a.probability
    : WORD_TRAITS[b.wording.word].rank - WORD_TRAITS[a.wording.word].rank);

/**
 * The sources a letter leads with: those that can explain what was complained of,
 * on its side, by probability, what is uncertain included; then what was found
 * elsewhere.
 */
export function leadingSources(
  state: Pick<ExamState, "areas">,
  reading: Reading,
): { readonly complained: readonly SourceReading[]; readonly elsewhere: readonly SourceReading[] } {
  const examined = examinedSources(reading).filter(({ wording }) => WORD_TRAITS[wording.word].rank >= LEAST);
  const complained = examined.filter((read) => isComplained(state, read)).toSorted(byProbability);
  const elsewhere = examined.filter((read) => WORD_TRAITS[read.wording.word].loud && !isComplained(state, read));
  return { complained, elsewhere };
}

const at = ({ level, side }: NeuroFinding): string => `${side ?? ""} ${level.toUpperCase()}`.trim();

/** Losses of power since the last visit, and severe weakness. */
export const lossLines = ({ neuro }: Pick<ExamState, "neuro">): readonly string[] =>
  neuro
    .filter(
      ({ kind, value, before }) =>
        kind === "power" && (value <= SEVERE_WEAKNESS || (before !== undefined && value < before)),
    )
    .map((finding) =>
      finding.before !== undefined && finding.value < finding.before
        ? `Power ${at(finding)} fell from ${finding.before}/5 to ${finding.value}/5.`
        : `Power ${at(finding)} ${finding.value}/5.`,
    );

/** What is asked of the reader, the most urgent first. */
export function requestLines(state: ExamState): readonly string[] {
  const { referrals } = assessGuard(state);
  return referrals
    .toSorted((a, b) => URGENCIES.indexOf(a.urgency) - URGENCIES.indexOf(b.urgency))
    .map(
      ({ urgency, request, acknowledged }) =>
        `${URGENCY_LABELS[urgency]}: ${request}${acknowledged ? ` Action taken: ${acknowledged}` : ""}`,
    );
}

const MOST_LED = 4;

/**
 * The first lines of a letter to a colleague.
 *
 * @example leadLines(openedState, readExam(openedState)) // ["No test was done."]
 */
export function leadLines(state: ExamState, reading: Reading): readonly string[] {
  const { complained, elsewhere } = leadingSources(state, reading);
  const said = (read: SourceReading) =>
    `${sourceLabel(read.source, read.side)}: ${read.wording.word}. ${mainSentence(read)}`;
  const found = [
    ...complained.slice(0, MOST_LED).map(said),
    ...elsewhere.slice(0, MOST_LED).map((read) => `Besides, ${said(read)}`),
  ];
  return [
    ...requestLines(state),
    ...lossLines(state),
    ...(found.length
      ? found
      : [
          state.runs.length === 0
            ? "No test was done."
            : "These tests do not point to a source of the pain that was complained of.",
        ]),
  ];
}
