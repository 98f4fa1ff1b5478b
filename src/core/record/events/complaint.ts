import { type InferType } from "yup";
import { closed, listOf, name, numberIn, oneOf, oneOfOrNone, orNone, painScore, text } from "../../base";
import { places, type Position, POSITIONS, QUALITIES } from "../../vocabulary";
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

const painOrNone = () => orNone(painScore(), "0 to 10");

const area = closed({
  area: name(),
  places: places(1),
  qualities: listOf(QUALITIES),
  now: painOrNone(),
  best: painOrNone(),
  worst: painOrNone(),
});

const familiar = closed({ area: name(), words: text(300, 1) });

const history = closed({
  onset: oneOf(ONSETS),
  onsetNote: text(1000),
  weeks: orNone(numberIn(0, 5200), "a number of weeks"),
  provokedBy: oneOfOrNone(PROVOKED_BY),
  settlesMinutes: orNone(numberIn(0, 20160), "minutes"),
  eases: text(1000),
  /** Movements and postures that bring it on, as they tell it; left out: not asked. */
  aggravatedBy: listOf(AGGRAVATING).optional(),
  /** A head pain that is thought to come from the neck: one side, brought on by neck movement or posture, spreading from the neck. */
  headFromNeck: oneOf(["yes", "no"]).optional(),
});

const centralisation = closed({ answer: oneOf(["yes", "no", "not tested"]) });

const rest = closed({
  intensity: painScore().required("is missing; choose 0 to 10"),
  places: places(),
  /** How they lay, sat or stood; left out: nobody said. */
  position: oneOf(POSITIONS).optional(),
});

export type Area = InferType<typeof area>;
export type RestRating = InferType<typeof rest>;

export type ComplaintState = {
  readonly areas: readonly Area[];
  familiar: InferType<typeof familiar> | null;
  history: InferType<typeof history> | null;
  centralisation: InferType<typeof centralisation>["answer"] | null;
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
  history: null,
  centralisation: null,
  rest: null,
  restIn: {},
  restRatedAfter: 0,
};

type ComplaintDraft = Draft<ComplaintState>;

export const complaint = {
  "area-recorded": kind(area, (draft: ComplaintDraft, { body }) =>
    upsert(draft.areas, (known) => known.area === body.area, body),
  ),
  "area-removed": kind(closed({ area: name() }), (draft: ComplaintDraft, { body }) => {
    draft.areas = draft.areas.filter((known) => known.area !== body.area);
    if (draft.familiar?.area === body.area) draft.familiar = null;
  }),
  "familiar-chosen": kind(familiar, (draft: ComplaintDraft, { body }) => void (draft.familiar = body)),
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
