import { calendarDate, closedAs, listOfEach, oneOf, oneOfOrNone, orNone, text, uuid, yesNo } from "../../base";
import { NEURO_KINDS, type NeuroKind } from "../../knowledge";
import {
  type Language,
  LANGUAGE_IDS,
  LETTER_READERS,
  OWN_MOST,
  type Side,
  SIDES,
  SOURCE_IDS,
  type SourceId,
  WRITTEN_LETTERS,
} from "../../vocabulary";
import { type Actor, type Draft, kind, type Told } from "../envelope";
import { upsert } from "../upsert";

/** The course of one complaint over its visits: what is followed, what turned out to be so, what is still to do. */

export type EpisodeOpenedBody = {
  person: string;
  name: string;
};
const opened = closedAs<EpisodeOpenedBody>({ person: uuid(), name: text(120) });

/** What can be followed from visit to visit. */
export const SIGN_KINDS = ["measure", "answer", "neuro", "rest", "activity"] as const;
export type SignKind = (typeof SIGN_KINDS)[number];

export type MarkerSetBody = {
  marker: string;
  kind: SignKind;
  /** The test, and the measure of it; empty where it is not of a test. A test may be renamed: its old name is kept. */
  test: string;
  side: Side | null;
  measure: string;
  /** Of the neurological baseline. */
  neuro: NeuroKind | null;
  level: string;
  /** An activity in the person's own words. */
  words: string;
  /** One of the two that decide whether it gets anywhere. */
  isMain: boolean;
};
const marker = closedAs<MarkerSetBody>({
  marker: uuid(),
  kind: oneOf(SIGN_KINDS),
  test: text(80),
  side: oneOfOrNone(SIDES),
  measure: text(80),
  neuro: oneOfOrNone(NEURO_KINDS),
  level: text(80),
  words: text(120),
  isMain: yesNo(),
});

export const FOUND = ["found", "not found", "still open"] as const;

/** How an outcome is known. Only the references stand for themselves; the rest is kept apart. */
export const KNOWN_BY = {
  "controlled block": { label: "controlled (double) block", isReference: true },
  "single block": { label: "single block", isReference: false },
  electrodiagnosis: { label: "electrodiagnosis", isReference: true },
  surgery: { label: "surgery, as seen", isReference: true },
  "blind imaging": { label: "imaging read without knowing the tests", isReference: true },
  "agreeing imaging": { label: "imaging with agreeing findings", isReference: false },
  "course alone": { label: "the course alone", isReference: false },
} as const;
export type KnownBy = keyof typeof KNOWN_BY;

export type OutcomeToldBody = {
  source: SourceId;
  side: Side | null;
  found: (typeof FOUND)[number];
  by: KnownBy | null;
  on: string;
  who: string;
  note: string;
};
const outcome = closedAs<OutcomeToldBody>({
  source: oneOf(SOURCE_IDS),
  side: oneOfOrNone(SIDES),
  found: oneOf(FOUND),
  by: oneOfOrNone(Object.keys(KNOWN_BY) as KnownBy[]),
  on: calendarDate(),
  who: text(120),
  note: text(400),
});

export const LETTER_KINDS = ["progress", "referral", "ordinary"] as const;

const MOST_LEFT_OUT = 200;
const LONGEST_LINE = 600;

/** A letter as its writer made it: what they added and left out, apart from what was generated of the record. */
export type LetterWrittenBody = {
  exam: string;
  kind: (typeof WRITTEN_LETTERS)[number];
  /** Of an ordinary letter; else null. */
  reader: (typeof LETTER_READERS)[number] | null;
  language: Language;
  own: string;
  /** Lines as they were generated. */
  left: string[];
};
const written = closedAs<LetterWrittenBody>({
  exam: uuid(),
  kind: oneOf(WRITTEN_LETTERS),
  reader: oneOfOrNone(LETTER_READERS),
  language: oneOf(LANGUAGE_IDS),
  own: text(OWN_MOST),
  left: listOfEach(text(LONGEST_LINE, 1), MOST_LEFT_OUT),
});
export type WrittenLetter = LetterWrittenBody & { readonly at: string; readonly by: string };

export const COURSE_ENDS = {
  settled: "it has settled",
  "sent on": "sent on",
  "no longer seen": "no longer seen",
  other: "another reason",
} as const;
export type CourseEnd = keyof typeof COURSE_ENDS;

const MOST_TO = 120;

export type Marker = MarkerSetBody & { readonly at: string };
export type CourseOutcome = OutcomeToldBody & { readonly event: string; readonly actor: Actor };

export type EpisodeState = {
  person: string | null;
  /** What it is called among colleagues; empty: by its first complaint. */
  name: string;
  openedAt: string | null;
  /** Visits that were put here by hand, beside those that say so themselves. */
  readonly joined: readonly string[];
  readonly left: readonly string[];
  /** Techniques of visits that serve another complaint too, where it was said afterwards which they were for. */
  readonly moved: readonly { readonly technique: string; readonly isOurs: boolean }[];
  readonly markers: readonly Marker[];
  readonly dropped: readonly { readonly marker: string; readonly reason: string; readonly at: string }[];
  readonly outcomes: readonly CourseOutcome[];
  /** The day somebody is due again; null: no day is set. */
  reviewOn: string | null;
  /** A letter that is to be written; null: none waits. */
  letterWaits: string | null;
  readonly lettersSent: readonly { readonly kind: string; readonly to: string; readonly on: string }[];
  /** Letters as they were made, the last one last. */
  readonly lettersWritten: readonly WrittenLetter[];
  ended: { readonly reason: CourseEnd; readonly note: string; readonly on: string } | null;
};

export const emptyEpisode = (): EpisodeState => ({
  person: null,
  name: "",
  openedAt: null,
  joined: [],
  left: [],
  moved: [],
  markers: [],
  dropped: [],
  outcomes: [],
  reviewOn: null,
  letterWaits: null,
  lettersSent: [],
  lettersWritten: [],
  ended: null,
});

type EpisodeDraft = Draft<EpisodeState>;

export type VisitJoinedBody = {
  exam: string;
};
const visitNamed = closedAs<VisitJoinedBody>({ exam: uuid() });

export type VisitLeftBody = {
  exam: string;
  reason: string;
};
export type TechniqueMovedBody = {
  exam: string;
  technique: string;
  isOurs: boolean;
};
export type MarkerDroppedBody = {
  marker: string;
  reason: string;
};
export type ReviewSetBody = {
  on: string | null;
};
export type LetterWantedBody = {
  why: string;
};
export type LetterSentBody = {
  kind: (typeof LETTER_KINDS)[number];
  to: string;
  on: string;
};
export type EpisodeEndedBody = {
  reason: CourseEnd;
  note: string;
  on: string;
  /** Taken up again: the end no longer stands. */
  isOver: boolean;
};

export const episode = {
  "episode-opened": kind(opened, (draft: EpisodeDraft, { body, at }: Told<EpisodeOpenedBody>) => {
    draft.person = body.person;
    draft.name = body.name;
    draft.openedAt ??= at;
  }),
  /** A visit that says nothing of it belongs to it all the same. */
  "visit-joined": kind(visitNamed, (draft: EpisodeDraft, { body }) => {
    draft.left = draft.left.filter((exam) => exam !== body.exam);
    if (!draft.joined.includes(body.exam)) draft.joined.push(body.exam);
  }),
  "visit-left": kind(
    closedAs<VisitLeftBody>({ exam: uuid(), reason: text(300, 3) }),
    (draft: EpisodeDraft, { body }) => {
      draft.joined = draft.joined.filter((exam) => exam !== body.exam);
      if (!draft.left.includes(body.exam)) draft.left.push(body.exam);
    },
  ),
  /** Which complaint a technique was for, where the visit it was done at serves several. */
  "technique-moved": kind(
    closedAs<TechniqueMovedBody>({ exam: uuid(), technique: uuid(), isOurs: yesNo() }),
    (draft: EpisodeDraft, { body: { technique, isOurs } }) =>
      upsert(draft.moved, (known) => known.technique === technique, { technique, isOurs }),
  ),
  "marker-set": kind(marker, (draft: EpisodeDraft, { body, at }) => {
    const first = draft.markers.find((known) => known.marker === body.marker)?.at ?? at;
    upsert(draft.markers, (known) => known.marker === body.marker, { ...body, at: first });
    draft.dropped = draft.dropped.filter((known) => known.marker !== body.marker);
  }),
  "marker-dropped": kind(
    closedAs<MarkerDroppedBody>({ marker: uuid(), reason: text(300) }),
    (draft: EpisodeDraft, { body, at }) =>
      upsert(draft.dropped, (known) => known.marker === body.marker, { ...body, at }),
  ),
  "outcome-told": kind(outcome, (draft: EpisodeDraft, { id, actor, body }) =>
    upsert(draft.outcomes, (known) => known.source === body.source && known.side === body.side, {
      ...body,
      event: id,
      actor,
    }),
  ),
  "review-set": kind(
    closedAs<ReviewSetBody>({ on: orNone(calendarDate(), "a day as YYYY-MM-DD") }),
    (draft: EpisodeDraft, { body }) => void (draft.reviewOn = body.on),
  ),
  "letter-wanted": kind(closedAs<LetterWantedBody>({ why: text(300) }), (draft: EpisodeDraft, { body }) => {
    draft.letterWaits = body.why;
  }),
  "letter-sent": kind(
    closedAs<LetterSentBody>({ kind: oneOf(LETTER_KINDS), to: text(MOST_TO, 1), on: calendarDate() }),
    (draft: EpisodeDraft, { body }) => {
      draft.lettersSent.push(body);
      draft.letterWaits = null;
    },
  ),
  "letter-written": kind(written, (draft: EpisodeDraft, { body, at, actor }) => {
    draft.lettersWritten.push({ ...body, left: [...body.left], at, by: actor.name } as WrittenLetter);
  }),
  "episode-ended": kind(
    closedAs<EpisodeEndedBody>({
      reason: oneOf(Object.keys(COURSE_ENDS) as CourseEnd[]),
      note: text(300),
      on: calendarDate(),
      isOver: yesNo(),
    }),
    (draft: EpisodeDraft, { body: { isOver, ...end } }) => {
      draft.ended = isOver ? end : null;
      if (isOver) draft.reviewOn = null;
    },
  ),
};

/** What an episode's events can say: nothing else is taken. */
export const markersOf = ({ markers, dropped }: Pick<EpisodeState, "markers" | "dropped">): readonly Marker[] =>
  markers.filter(({ marker: id }) => !dropped.some((one) => one.marker === id));
