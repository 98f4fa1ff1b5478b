import { closed, closedAs, listOf, listOfEach, name, oneOf, oneOfOrNone, text, uuid, wholeIn, yesNo } from "../../base";
import {
  CONSENT_STATEMENTS,
  type ConsentStatement,
  FOLLOWS_THE_PLAN,
  GUARD_QUESTIONS,
  type ShortExamItem,
  TEST_IDS,
  type TestId,
} from "../../knowledge";
import { currentId } from "../../vocabulary";
import { type Actor, type Draft, kind, versionOfEvent } from "../envelope";

/** Agreement, the guard's answers, and what was decided against a block or done about a referral. */

export type ConsentRecordedBody = {
  explained: boolean;
  agreed: boolean;
  others: string;
  /** What was explained, statement by statement; left out before it was recorded. */
  told?: ConsentStatement[] | undefined;
};
const consent = closedAs<ConsentRecordedBody>({
  explained: yesNo(),
  agreed: yesNo(),
  others: text(300),
  told: listOf(CONSENT_STATEMENTS).optional(),
});

/** Who an answer came from. */
export const ANSWERED_BY = ["them", "interpreter", "relative", "records"] as const;
export type AnsweredBy = (typeof ANSWERED_BY)[number];

/** Most parts a question has, with room. */
const MOST_PARTS = 20;

export type GuardAnsweredBody = {
  question: string;
  answer: string;
  /** Left out before it was asked who answered. */
  by?: AnsweredBy | undefined;
  /** Which of the question's parts it was yes to, by their ids. */
  parts?: string[] | undefined;
  /** Asked together with others, one after another, and answered by one press. */
  together?: boolean | undefined;
};
const guardAnswer = closedAs<GuardAnsweredBody>({
  question: name(),
  answer: name(),
  by: oneOf(ANSWERED_BY).optional(),
  parts: listOfEach(name(), MOST_PARTS).optional(),
  together: yesNo().optional(),
});

/** As it was before version 10: the parts by their position, counted from the first. */
type AnsweredByPosition = Omit<GuardAnsweredBody, "parts" | "together"> & { parts?: number[] | undefined };
const answeredByPosition = closedAs<AnsweredByPosition>({
  question: name(),
  answer: name(),
  by: oneOf(ANSWERED_BY).optional(),
  parts: listOfEach(wholeIn(1, MOST_PARTS).required("is missing; send the number of the part"), MOST_PARTS).optional(),
});

/** The ids of the parts that stood at these positions in the list of then. */
function partsAt(question: string, positions: readonly number[]): string[] {
  const id = currentId(GUARD_QUESTIONS, question);
  const ids = GUARD_QUESTIONS.find((known) => known.id === id)?.partsByPosition ?? [];
  return positions.flatMap((position) => ids[position - 1] ?? []);
}

/** The short examination of the neck, item by item. */
export const SHORT_EXAM_FOUND = ["normal", "not normal", "not done"] as const;
export type ShortExamFound = (typeof SHORT_EXAM_FOUND)[number];
export type ShortExamRecordedBody = { readonly [Item in ShortExamItem]: ShortExamFound };
const shortExamBody = closedAs<ShortExamRecordedBody>({
  pressure: oneOf(SHORT_EXAM_FOUND),
  eyes: oneOf(SHORT_EXAM_FOUND),
  cranial: oneOf(SHORT_EXAM_FOUND),
  gait: oneOf(SHORT_EXAM_FOUND),
  range: oneOf(SHORT_EXAM_FOUND),
});
/** The latest short examination: what was found, by whom, and when. */
export type ShortExam = {
  readonly items: ShortExamRecordedBody;
  readonly actor: Actor;
  readonly at: string;
};

/** A documented reason against a block: for one test; before version 3 for whatever the block reached. */
export type Override = {
  readonly test: TestId | null;
  /** From version 10, where one reason is enough: it stands for every test that the block reaches. */
  readonly forRegion?: true;
  readonly reason: string;
  readonly actor: Actor;
  readonly at: string;
};

/** How an answer was given: by whom, when, and to which part of a question that asks several things. */
export type Given = {
  readonly by: AnsweredBy;
  readonly at: string;
  readonly actor: string;
  readonly parts: readonly string[];
  /** Pressed by the patient on a tablet. */
  readonly onPad?: true;
  /** Asked together with others and answered by one press. */
  readonly together?: true;
};

/** When a question was last answered: in which round of asking, and after how many runs. */
export type Asked = { readonly round: number; readonly runs: number };

export type SafetyState = {
  consent: ConsentRecordedBody | null;
  readonly guardAnswers: Readonly<Record<string, string>>;
  readonly overrides: Readonly<Record<string, readonly Override[]>>;
  readonly acknowledged: Readonly<Record<string, { action: string; actor: Actor; at: string }>>;
  /** How often a stopped run has asked for the guard again. */
  guardRound: number;
  /** When each question was last answered. */
  readonly guardAsked: Readonly<Record<string, Asked>>;
  /** How each question was last answered, where it was said. */
  readonly guardGiven: Readonly<Record<string, Given>>;
  /** The same for the whole guard, as one answer stood for all of it before version 3. */
  guardAskedAsOne: Asked;
  /** The latest short examination of the neck. */
  shortExam: ShortExam | null;
};

export const nothingAsked: SafetyState = {
  consent: null,
  guardAnswers: {},
  overrides: {},
  acknowledged: {},
  guardRound: 0,
  guardAsked: {},
  guardGiven: {},
  guardAskedAsOne: { round: 0, runs: 0 },
  shortExam: null,
};

type SafetyDraft = Draft<SafetyState> & { readonly runs: readonly unknown[] };

/** The first version in which each question is asked again by itself, and an override is for one test. */
const EACH_BY_ITSELF = 3;

/** An answer under the ids that question and option go by today. */
function currentAnswer(question: string, answer: string): readonly [question: string, answer: string] {
  const id = currentId(GUARD_QUESTIONS, question);
  const options = GUARD_QUESTIONS.find((known) => known.id === id)?.options ?? [];
  return [id, currentId(options, answer)];
}

/** Who said so with their own code at a trainee's table. */
export type Supervisor = {
  practitioner: string;
  name: string;
};
export const supervisor = () => closedAs<Supervisor>({ practitioner: uuid(), name: text(120, 1) });

/** A new answer ends what was decided for a test or a region under the answers before it. */
function endOverrides(draft: SafetyDraft): void {
  for (const [block, given] of Object.entries(draft.overrides)) {
    const stay = given.filter(({ test, forRegion }) => test === null && !forRegion);
    if (stay.length < given.length) draft.overrides[block] = stay;
  }
}

export type BlockOverriddenBody = {
  block: string;
  test: TestId | null;
  reason: string;
  supervisor?: Supervisor | undefined;
};
export type ReferralAcknowledgedBody = {
  referral: string;
  action: string;
};

export const safety = {
  "consent-recorded": kind(consent, (draft: SafetyDraft, { body }) => void (draft.consent = body)),
  "guard-answered": kind(
    guardAnswer,
    (draft: SafetyDraft, event) => {
      const [question, answer] = currentAnswer(event.body.question, event.body.answer);
      const asked = { round: draft.guardRound, runs: draft.runs.length };
      draft.guardAnswers = { ...draft.guardAnswers, [question]: answer };
      draft.guardAsked[question] = asked;
      const { by, parts = [], together } = event.body;
      const onPad = event.channel === "pad" ? ({ onPad: true } as const) : {};
      if (by)
        draft.guardGiven[question] = {
          by,
          at: event.at,
          actor: event.actor.id,
          parts,
          ...onPad,
          ...(together ? { together } : {}),
        };
      if (versionOfEvent(event) < EACH_BY_ITSELF) draft.guardAskedAsOne = asked;
      else endOverrides(draft);
    },
    [
      {
        v: FOLLOWS_THE_PLAN - 1,
        body: answeredByPosition,
        up: ({ parts, ...body }: AnsweredByPosition) => ({
          ...body,
          ...(parts ? { parts: partsAt(body.question, parts) } : {}),
        }),
      },
    ],
  ),
  "short-exam-recorded": kind(
    shortExamBody,
    (draft: SafetyDraft, { body, actor, at }) => void (draft.shortExam = { items: body, actor, at }),
  ),
  "block-overridden": kind(
    closedAs<BlockOverriddenBody>({
      block: name(),
      test: oneOfOrNone(TEST_IDS),
      reason: text(600, 10),
      supervisor: supervisor().optional(),
    }),
    (draft: SafetyDraft, event) => {
      const { actor, at } = event;
      const { block, test, reason, supervisor: by } = event.body;
      const others = (draft.overrides[block] ?? []).filter((given) => given.test !== test);
      const forRegion =
        test === null && versionOfEvent(event) >= FOLLOWS_THE_PLAN ? ({ forRegion: true } as const) : {};
      draft.overrides[block] = [
        ...others,
        { test, reason, actor, at, ...forRegion, ...(by ? { supervisor: by } : {}) },
      ];
    },
    [
      {
        v: EACH_BY_ITSELF - 1,
        body: closed({ block: name(), reason: text(600, 10) }),
        up: (body: object) => ({ ...body, test: null }),
      },
    ],
  ),
  "referral-acknowledged": kind(
    closedAs<ReferralAcknowledgedBody>({ referral: name(), action: text(600, 10) }),
    (draft: SafetyDraft, { body, actor, at }) =>
      void (draft.acknowledged[body.referral] = { action: body.action, actor, at }),
  ),
};
