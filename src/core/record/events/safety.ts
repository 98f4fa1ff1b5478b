import { type InferType } from "yup";
import { closed, name, text, yesNo } from "../../base";
import { GUARD_QUESTIONS } from "../../knowledge";
import { currentId } from "../../vocabulary";
import { type Actor, type Draft, kind } from "../envelope";

/** Agreement, the guard's answers, and what was decided against a block or done about a referral. */

const consent = closed({ explained: yesNo(), agreed: yesNo(), others: text(300) });

export type SafetyState = {
  consent: InferType<typeof consent> | null;
  readonly guardAnswers: Readonly<Record<string, string>>;
  readonly overrides: Readonly<Record<string, { reason: string; actor: Actor; at: string }>>;
  readonly acknowledged: Readonly<Record<string, { action: string; actor: Actor; at: string }>>;
  /** A run was stopped for a reason that asks the guard again, and it was not answered since. */
  guardAskedAgain: boolean;
  /** How many runs there were when the guard was last answered. */
  guardAnsweredAfter: number;
};

export const nothingAsked: SafetyState = {
  consent: null,
  guardAnswers: {},
  overrides: {},
  acknowledged: {},
  guardAskedAgain: false,
  guardAnsweredAfter: 0,
};

type SafetyDraft = Draft<SafetyState> & { readonly runs: readonly unknown[] };

/** An answer under the ids that question and option go by today. */
function currentAnswer(question: string, answer: string): readonly [question: string, answer: string] {
  const id = currentId(GUARD_QUESTIONS, question);
  const options = GUARD_QUESTIONS.find((known) => known.id === id)?.options ?? [];
  return [id, currentId(options, answer)];
}

export const safety = {
  "consent-recorded": kind(consent, (draft: SafetyDraft, { body }) => void (draft.consent = body)),
  "guard-answered": kind(closed({ question: name(), answer: name() }), (draft: SafetyDraft, { body }) => {
    const [question, answer] = currentAnswer(body.question, body.answer);
    draft.guardAnswers[question] = answer;
    draft.guardAskedAgain = false;
    draft.guardAnsweredAfter = draft.runs.length;
  }),
  "block-overridden": kind(
    closed({ block: name(), reason: text(600, 10) }),
    (draft: SafetyDraft, { body, actor, at }) =>
      void (draft.overrides[body.block] = { reason: body.reason, actor, at }),
  ),
  "referral-acknowledged": kind(
    closed({ referral: name(), action: text(600, 10) }),
    (draft: SafetyDraft, { body, actor, at }) =>
      void (draft.acknowledged[body.referral] = { action: body.action, actor, at }),
  ),
};
