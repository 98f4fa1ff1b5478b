import { closedAs, numberIn, oneOf, orNone, painScore, text, uuid, wholeIn } from "../../base";
import { type Actor, type Draft, kind } from "../envelope";
import { upsert } from "../upsert";

/** What a visit says about the course: how they were after something was done, and how an activity goes today. */

/** What a reaction followed. */
export const REACTION_AFTER = {
  "last visit": "after the last visit",
  test: "after a test",
  technique: "after a technique",
} as const;

export const REACTIONS_TOLD = {
  none: "nothing came of it",
  better: "better for it",
  sore: "sore",
  spread: "it spread further out",
  dizzy: "dizzy, or unwell",
  faint: "fainted",
  numb: "new numbness, tingling or weakness",
  other: "something else",
} as const;
export type ReactionTold = keyof typeof REACTIONS_TOLD;

const keysOf = <T extends object>(entries: T) => Object.keys(entries) as (keyof T & string)[];

/** Three months. */
const LONGEST_HOURS = 2200;

export type ReactionToldBody = {
  after: keyof typeof REACTION_AFTER;
  /** The run or the technique's event; null: not one in particular. */
  which: string | null;
  what: keyof typeof REACTIONS_TOLD;
  where: string;
  /** How long it lasted; null: not known, or it still goes on. */
  hours: number | null;
  intensity: number | null;
  /** What was done about it. */
  done: string;
};
const reaction = closedAs<ReactionToldBody>({
  after: oneOf(keysOf(REACTION_AFTER)),
  which: orNone(uuid(), "the id of the run or of the technique"),
  what: oneOf(keysOf(REACTIONS_TOLD)),
  where: text(200),
  hours: orNone(numberIn(0, LONGEST_HOURS), "a number of hours"),
  intensity: orNone(painScore(), "0 to 10"),
  done: text(300),
});

/** As before the complaint; 0: cannot. */
const ACTIVITY_MOST = 10;

export type ActivityRating = {
  /** The sign that is followed; its words are kept beside it. */
  activity: string;
  words: string;
  value: number;
};
const activity = closedAs<ActivityRating>({
  activity: uuid(),
  words: text(120, 1),
  value: wholeIn(0, ACTIVITY_MOST).required("is missing; choose 0 (cannot) to 10 (as before the complaint)"),
});

export type ReactionReport = ReactionToldBody & {
  readonly event: string;
  readonly at: string;
  readonly actor: Actor;
};

export type VisitCourseState = {
  readonly reactions: readonly ReactionReport[];
  /** The last rating of each activity. */
  readonly activities: readonly ActivityRating[];
};

export const noVisitCourse: VisitCourseState = { reactions: [], activities: [] };

type CourseDraft = Draft<VisitCourseState>;

export const visitCourse = {
  "reaction-told": kind(
    reaction,
    (draft: CourseDraft, { id, at, actor, body }) => void draft.reactions.push({ ...body, event: id, at, actor }),
  ),
  "activity-rated": kind(activity, (draft: CourseDraft, { body }) =>
    upsert(draft.activities, (known) => known.activity === body.activity, body),
  ),
};
