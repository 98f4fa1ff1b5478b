import type { GuardQuestion, TestId } from "../knowledge";
import type { Position, Side } from "../vocabulary";
import type { PlanStop } from "./neurology-stop";
import type { RaisedQuestion } from "./questions";
import type { Way } from "./ways";

/** What a plan is. */

export type PlanQuestion = RaisedQuestion & {
  readonly label: string;
  /** Its probability before what is planned. */
  readonly start: number;
  readonly by: Way["by"];
  readonly settledBy: string;
  /** Keys of the runs that are planned for it. */
  readonly tests: readonly string[];
  /** What it takes, by what is expected; without what is done whatever comes. */
  readonly cost: QuestionCost;
  /** The fall in uncertainty expected of its tests, in bits; null where they have no figure. */
  readonly gainBits: number | null;
};

export type QuestionCost = {
  readonly tests: number;
  /** Changes of position that only this question brings. */
  readonly turns: number;
  readonly minutes: number;
  /** Sentences of the safety screen that only its tests bring. */
  readonly safetyQuestions: number;
};

export type PlanTestShown = {
  readonly key: string;
  readonly test: TestId;
  readonly side: Side | null;
  readonly role: string;
  readonly burden: number;
  /** The chance that it comes to it. */
  readonly chance: number;
  /** What their answer would make of the question, in words. */
  readonly tells: readonly string[];
  /** Only after this: its trigger. */
  readonly when?: string;
};

export type PlanBlock = {
  readonly place: string;
  readonly position: Position;
  /** What is looked at here before the first test. */
  readonly before: readonly PlanStop[];
  readonly tests: readonly PlanTestShown[];
  /** Questions that an answer here can settle, and how likely that is by the end of the block. */
  readonly exits: readonly { readonly question: string; readonly chance: number }[];
};

export type PlanCosts = {
  readonly tests: number;
  readonly burden: number;
  readonly turns: number;
  readonly minutes: number;
  readonly cost: number;
};

export type LeftOut = { readonly test: TestId; readonly why: string };

export type ExamPlan = {
  readonly questions: readonly PlanQuestion[];
  /** What is looked at or asked before any test. */
  readonly before: readonly string[];
  readonly blocks: readonly PlanBlock[];
  readonly expected: PlanCosts;
  readonly most: Pick<PlanCosts, "tests" | "burden" | "minutes">;
  readonly everything: PlanCosts;
  readonly sheet: PlanCosts;
  readonly leftOut: readonly LeftOut[];
  /** What stays open for want of room, in words. */
  readonly staysOpen: readonly string[];
  /** How many sentences of the safety screen only this test brings, by test. */
  readonly brings: Readonly<Partial<Record<TestId, number>>>;
  /** Safety questions its loads call for that nobody answered. */
  readonly asks: readonly GuardQuestion[];
  readonly equipment: readonly string[];
  /** Null: exact. */
  readonly gap: number | null;
  readonly budget: Budget;
};

export type Budget = { readonly burden: number; readonly minutes: number };

/** Conventions, to be changed with a press: a body bears so much at a visit, and a visit has so many minutes. */
export const USUAL_BUDGET: Budget = { burden: 40, minutes: 25 };

/** What the practitioner changed. */
export type PlanEdits = {
  /** Tests that are not done today. */
  readonly without?: readonly TestId[];
  /** Tests added by hand. */
  readonly added?: readonly TestId[];
  /** Tests held where a hand put them: in their position they come first, in this order. */
  readonly held?: readonly TestId[];
  /** The position that comes first. */
  readonly first?: Position | undefined;
  readonly budget?: Partial<Budget>;
};
