import type { ExamState } from "../../record";
import { END_FEELS, placeLabel, SEGMENT_PAIN, SEGMENT_PLAY, segmentLabel } from "../../vocabulary";

type Finding = ExamState["segments"][number];

/**
 * What was found at one level, in words.
 *
 * @example describeSegment({ segment: "c5-c6", side: "right", play: "stiff", pain: "familiar", places: [], intensity: 4, endFeel: null, note: "" })
 * // "C5-C6 right: stiff, familiar pain, 4 of 10"
 */
export function describeSegment(
  finding: Pick<Finding, "segment" | "side" | "play" | "pain" | "places" | "intensity" | "endFeel" | "note">,
): string {
  const { segment, side, play, pain, places, intensity, endFeel, note } = finding;
  const said = [
    play && SEGMENT_PLAY[play],
    pain && SEGMENT_PAIN[pain],
    places.length > 0 && places.map(placeLabel).join(", "),
    intensity !== null && `${intensity} of 10`,
    endFeel && END_FEELS[endFeel],
    note,
  ].filter(Boolean);
  return `${segmentLabel(segment)} ${side ?? "midline"}: ${said.join(", ")}`;
}

const isNormal = ({ play, pain, endFeel, note }: Finding): boolean =>
  (play ?? "normal") === "normal" && (pain ?? "none") === "none" && (endFeel ?? "normal") === "normal" && !note;

/** The levels that were examined: what is not normal each by itself, the rest counted; after treatment apart. */
export function segmentLines({ segments }: Pick<ExamState, "segments">): string[] {
  const told = (findings: readonly Finding[], when: string): string[] => {
    if (findings.length === 0) return [];
    const normal = findings
      .filter(isNormal)
      .map(({ segment, side }) => `${segmentLabel(segment)} ${side ?? "midline"}`);
    const rest = normal.length ? [`Normal and without pain${when}: ${normal.join(", ")}.`] : [];
    return [...findings.filter((one) => !isNormal(one)).map((one) => `${describeSegment(one)}${when}.`), ...rest];
  };
  return [
    ...told(
      segments.filter(({ techniquesBefore }) => techniquesBefore === 0),
      "",
    ),
    ...told(
      segments.filter(({ techniquesBefore }) => techniquesBefore > 0),
      " (after treatment)",
    ),
  ];
}
