import {
  closed,
  closedAs,
  listOf,
  listOfEach,
  name,
  numberIn,
  oneOf,
  oneOfOrNone,
  orNone,
  painScore,
  text,
} from "../../base";
import { type Place, places, type Position, POSITIONS, QUALITIES, type Quality } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { upsert } from "../upsert";

/** What the person came with: where it hurts, which of it is theirs, its story, and how it is at rest. */

export const ONSETS = ["injury", "gradual", "sudden", "after birth or pregnancy", "not known"] as const;
export const PROVOKED_BY = ["little", "moderate", "much"] as const;

export const AGGRAVATING = [
  "sitting",
  "standing",
  "walking",
  "bending",
  "turning",
  "lifting",
  "squatting",
  "coughing",
  "at night",
] as const;
export type Aggravating = (typeof AGGRAVATING)[number];

export const EASING = [
  "lying",
  "sitting",
  "standing",
  "walking",
  "bending",
  "moving about",
  "hand on the head",
] as const;
export type Easing = (typeof EASING)[number];

const painOrNone = () => orNone(painScore(), "0 to 10");

export type Area = {
  area: string;
  places: Place[];
  qualities: Quality[];
  now: number | null;
  best: number | null;
  worst: number | null;
};
const area = closedAs<Area>({
  area: name(),
  places: places(1),
  qualities: listOf(QUALITIES),
  now: painOrNone(),
  best: painOrNone(),
  worst: painOrNone(),
});

export type Symptom = {
  area: string;
  words: string;
};
const familiar = closedAs<Symptom>({ area: name(), words: text(300, 1) });

/** What a complaint is made of at most: named A, B and C in this order. */
export const MOST_SYMPTOMS = 3;
export const SYMPTOM_LETTERS = ["A", "B", "C"] as const;

export type HistoryRecordedBody = {
  onset: (typeof ONSETS)[number];
  onsetNote: string;
  weeks: number | null;
  provokedBy: (typeof PROVOKED_BY)[number] | null;
  settlesMinutes: number | null;
  eases: string;
  /** Movements and postures that bring it on, as they tell it; left out: not asked. */
  aggravatedBy?: Aggravating[] | undefined;
  /** Movements and postures that ease it; left out: not asked. */
  easedBy?: Easing[] | undefined;
  /** A head pain that is thought to come from the neck: one side, brought on by neck movement or posture, spreading from the neck. */
  headFromNeck?: "yes" | "no" | undefined;
};
const history = closedAs<HistoryRecordedBody>({
  onset: oneOf(ONSETS),
  onsetNote: text(1000),
  weeks: orNone(numberIn(0, 5200), "a number of weeks"),
  provokedBy: oneOfOrNone(PROVOKED_BY),
  settlesMinutes: orNone(numberIn(0, 20160), "minutes"),
  eases: text(1000),
  aggravatedBy: listOf(AGGRAVATING).optional(),
  easedBy: listOf(EASING).optional(),
  headFromNeck: oneOf(["yes", "no"]).optional(),
});

export type CentralisationRecordedBody = {
  answer: "yes" | "no" | "not tested";
};
const centralisation = closedAs<CentralisationRecordedBody>({ answer: oneOf(["yes", "no", "not tested"]) });

export type RestRating = {
  intensity: number;
  places: Place[];
  /** How they lay, sat or stood; left out: nobody said. */
  position?: Position | undefined;
  /** The same for the symptoms named after the first, by their area. */
  others?:
    | {
        symptom: string;
        intensity: number;
      }[]
    | undefined;
};
const rest = closedAs<RestRating>({
  intensity: painScore().required("is missing; choose 0 to 10"),
  places: places(),
  position: oneOf(POSITIONS).optional(),
  others: listOfEach(
    closed({ symptom: name(), intensity: painScore().required("is missing; choose 0 to 10") }),
    MOST_SYMPTOMS - 1,
  ).optional(),
});

export type ComplaintState = {
  readonly areas: readonly Area[];
  /** The first symptom: what they came with. */
  familiar: Symptom | null;
  /** The others that are theirs, each named in their words. */
  readonly alsoTheirs: readonly Symptom[];
  history: HistoryRecordedBody | null;
  centralisation: CentralisationRecordedBody["answer"] | null;
  /** The last rating, in whatever posture. */
  rest: RestRating | null;
  /** The last one of each posture that was named. */
  restIn: Readonly<Partial<Record<Position, RestRating>>>;
  /** How many runs there were when it was last rated. */
  restRatedAfter: number;
};

export const noComplaint: ComplaintState = {
  areas: [],
  familiar: null,
  alsoTheirs: [],
  history: null,
  centralisation: null,
  rest: null,
  restIn: {},
  restRatedAfter: 0,
};

type ComplaintDraft = Draft<ComplaintState>;

/** The next one moves up to be the first. */
function forget(draft: ComplaintDraft, area: string): void {
  draft.alsoTheirs = draft.alsoTheirs.filter((known) => known.area !== area);
  if (draft.familiar?.area === area) draft.familiar = draft.alsoTheirs.shift() ?? null;
}

/**
 * The symptoms of a complaint, each with its letter, the first one first.
 *
 * @example symptomsOf({ familiar: { area: "area-1", words: "deep ache" }, alsoTheirs: [] })[0]?.letter // "A"
 */
export const symptomsOf = ({
  familiar: first,
  alsoTheirs,
}: Pick<ComplaintState, "familiar" | "alsoTheirs">): readonly (Symptom & { readonly letter: string })[] =>
  [...(first ? [first] : []), ...alsoTheirs].map((symptom, index) => ({
    ...symptom,
    letter: SYMPTOM_LETTERS[index]!,
  }));

/**
 * How bad a symptom was at rest: its own rating, else the first symptom's; and
 * where: as pressed then, else where the complaint has it.
 *
 * @param symptom the symptom's area; null: the first one
 * @param drawn where each symptom of the complaint is, by its area
 * @example restOf({ intensity: 2, places: [], others: [{ symptom: "area-2", intensity: 5 }] }, "area-2").intensity // 5
 */
export function restOf(
  rest: RestRating | null,
  symptom: string | null,
  drawn: Readonly<Record<string, readonly Place[]>> = {},
): { readonly intensity: number; readonly places: readonly Place[] } {
  const own = rest?.others?.find((other) => other.symptom === symptom);
  /** The places that were pressed are the first symptom's. */
  const pressed = own ? [] : (rest?.places ?? []);
  return {
    intensity: own ? own.intensity : (rest?.intensity ?? 0),
    places: pressed.length ? pressed : (drawn[symptom ?? ""] ?? []),
  };
}

/**
 * Which of their symptoms a place belongs to, where more than one is named: the
 * first whose area has it; null where there is one, or none has it.
 *
 * @example symptomAt({ areas: [], familiar: null, alsoTheirs: [] }, ["foot.right"]) // null
 */
export function symptomAt(
  { areas, ...named }: Pick<ComplaintState, "areas" | "familiar" | "alsoTheirs">,
  felt: readonly Place[],
): string | null {
  const symptoms = symptomsOf(named);
  if (symptoms.length < 2) return null;
  const drawn = (symptom: Symptom) => areas.find(({ area }) => area === symptom.area)?.places ?? [];
  return symptoms.find((symptom) => drawn(symptom).some((place) => felt.includes(place)))?.area ?? null;
}

export type AreaRemovedBody = {
  area: string;
};
export type SymptomDroppedBody = {
  area: string;
};
export type SymptomFirstBody = {
  area: string;
};

export const complaint = {
  "area-recorded": kind(area, (draft: ComplaintDraft, { body }) =>
    upsert(draft.areas, (known) => known.area === body.area, body),
  ),
  "area-removed": kind(closedAs<AreaRemovedBody>({ area: name() }), (draft: ComplaintDraft, { body }) => {
    draft.areas = draft.areas.filter((known) => known.area !== body.area);
    forget(draft, body.area);
  }),
  "familiar-chosen": kind(familiar, (draft: ComplaintDraft, { body }) => {
    draft.familiar = body;
    draft.alsoTheirs = draft.alsoTheirs.filter(({ area }) => area !== body.area);
  }),
  /** Another symptom that is theirs too; named again, its words change. */
  "symptom-named": kind(familiar, (draft: ComplaintDraft, { body }) => {
    if (draft.familiar === null || draft.familiar.area === body.area) draft.familiar = body;
    else upsert(draft.alsoTheirs, (known) => known.area === body.area, body);
  }),
  "symptom-dropped": kind(closedAs<SymptomDroppedBody>({ area: name() }), (draft: ComplaintDraft, { body }) =>
    forget(draft, body.area),
  ),
  /** Which of theirs matters most today: it becomes the first. */
  "symptom-first": kind(closedAs<SymptomFirstBody>({ area: name() }), (draft: ComplaintDraft, { body }) => {
    const chosen = draft.alsoTheirs.find(({ area }) => area === body.area);
    if (!chosen || !draft.familiar) return;
    draft.alsoTheirs = [draft.familiar, ...draft.alsoTheirs.filter((known) => known !== chosen)];
    draft.familiar = chosen;
  }),
  "history-recorded": kind(history, (draft: ComplaintDraft, { body }) => void (draft.history = body)),
  "centralisation-recorded": kind(
    centralisation,
    (draft: ComplaintDraft, { body }) => void (draft.centralisation = body.answer),
  ),
  "rest-rated": kind(rest, (draft: ComplaintDraft & { readonly runs: readonly unknown[] }, { body }) => {
    draft.rest = body;
    draft.restRatedAfter = draft.runs.length;
    if (body.position) draft.restIn = { ...draft.restIn, [body.position]: body };
  }),
};
