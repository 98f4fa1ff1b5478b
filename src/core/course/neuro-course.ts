import { NEURO_SCALES } from "../knowledge";
import type { NeuroFinding } from "../record";
import { shortLevel } from "./short-level";
import { type CourseVisit, sayDay } from "./visit";

/** The neurological baseline over the visits: only what is or was not ordinary. */

export type NeuroRow = {
  readonly key: string;
  readonly label: string;
  /** A value for each visit, null where it was not looked at. */
  readonly values: readonly { readonly date: string; readonly text: string | null }[];
  /** Between the last two times it was looked at. */
  readonly change: "fell" | "rose" | "same" | null;
  /** Known and unchanged since before: by whom. */
  readonly known: string | null;
};

export type NeuroCourse = {
  readonly rows: readonly NeuroRow[];
  /** The last day on which anything of it was examined; null: never. */
  readonly lastOn: string | null;
  /** How many things were ordinary then. */
  readonly ordinary: number;
};

const keyOf = ({ kind, level, side }: NeuroFinding): string => `${kind} ${level} ${side ?? ""}`.trim();
const stepText = ({ kind, value }: NeuroFinding): string =>
  NEURO_SCALES[kind].steps.find((step) => step.value === value)?.label ?? String(value);
const isOdd = ({ kind, value }: NeuroFinding): boolean => value !== NEURO_SCALES[kind].normal;
const distance = ({ kind, value }: NeuroFinding): number => Math.abs(value - NEURO_SCALES[kind].normal);

function changeBetween(found: readonly (NeuroFinding | undefined)[]): NeuroRow["change"] {
  const [before, now] = found.filter((one) => one !== undefined).slice(-2);
  if (!before || !now) return null;
  const by = distance(now) - distance(before);
  return by > 0 ? "fell" : by < 0 ? "rose" : "same";
}

/**
 * What of the baseline is or was not ordinary, visit by visit.
 *
 * @param visits in their order
 * @example neuroCourse([]).rows // []
 */
export function neuroCourse(visits: readonly CourseVisit[]): NeuroCourse {
  const odd = new Map<string, NeuroFinding>();
  for (const { neuro } of visits) for (const finding of neuro) if (isOdd(finding)) odd.set(keyOf(finding), finding);
  const last = visits.findLast(({ neuro }) => neuro.length > 0);
  return {
    rows: [...odd].map(([key, finding]): NeuroRow => {
      const found = visits.map(({ neuro }) => neuro.find((one) => keyOf(one) === key));
      return {
        key,
        label: shortLevel(finding),
        values: visits.map(({ date }, index) => ({ date, text: found[index] ? stepText(found[index]) : null })),
        change: changeBetween(found),
        known: found.findLast((one) => one?.known !== undefined)?.known ?? null,
      };
    }),
    lastOn: last?.date ?? null,
    ordinary: last?.neuro.filter((finding) => !isOdd(finding)).length ?? 0,
  };
}

/**
 * The neurology of a course in a sentence.
 *
 * @example sayNeurology({ rows: [], lastOn: null, ordinary: 0 }, 2) // "Neurology was not examined."
 */
export function sayNeurology({ rows, lastOn }: NeuroCourse, visits: number): string {
  if (lastOn === null) return "Neurology was not examined.";
  const fell = rows.filter(({ change }) => change === "fell").map(({ label }) => label);
  if (fell.length > 0) return `Less than last time: ${fell.join(", ")}.`;
  const rose = rows.filter(({ change }) => change === "rose").map(({ label }) => label);
  if (rose.length > 0) return `Neurology: ${rose.join(", ")} better than last time.`;
  const was =
    rows.length > 0 ? `${rows.map(({ label }) => label).join(", ")} as before` : "nothing out of the ordinary";
  return visits > 1
    ? `Neurology on ${sayDay(lastOn)}: ${was}.`
    : `Neurology: ${rows.length > 0 ? rows.map(({ label }) => label).join(", ") : was}.`;
}
