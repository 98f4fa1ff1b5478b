import { probabilityIn, type ReadingContext, supposedOutcome } from "../reading";
import type { TestId } from "../knowledge";
import { partsToday, questionsBroughtTogether } from "../safety";
import { type DrawnUp, MINUTE, type PlanItem, turnSeconds } from "./draw-up";
import { finishing } from "./finishing";
import type { QuestionCost } from "./plan-types";
import type { RaisedQuestion } from "./questions";
import { withAdded } from "./single";
import { figuresFor, type Planned, secondsWith, type Way } from "./ways";
import { fallOver, impliedChance, type PossibleEnd } from "./worth";

/** What a question takes and what it would tell, before anything is done for it. */

type Asking = DrawnUp["drafted"]["ways"][number];

const idsOf = (items: readonly Planned[]): readonly TestId[] => [...new Set(items.map(({ protocol }) => protocol.id))];

/** Sentences of the safety screen that only these tests bring. */
const sentencesOf = ({ plan: { state }, items }: DrawnUp, own: readonly TestId[]): number =>
  questionsBroughtTogether(state, idsOf(items), new Map([["own", own]]))
    .get("own")!
    .flatMap((question) => partsToday(question)).length;

/**
 * What a question takes, by what is expected: its own tests with their comparison
 * sides, the positions only it brings, minutes by conventions, and the sentences
 * of the safety screen only its tests call for. What is done whatever comes
 * counts for no question.
 */
export function questionCost({ way, question }: Asking, drawn: DrawnUp): QuestionCost {
  const { items, order, drafted, plan } = drawn;
  const always = new Set(drafted.always.map(({ key }) => key));
  const keys = new Set(way.tests.map(({ key }) => key).filter((key) => !always.has(key)));
  const ofOthers = new Set(
    drafted.ways
      .filter((other) => other.question !== question)
      .flatMap((other) => other.way.tests.map(({ key }) => key)),
  );
  const own = items.filter(({ key }) => keys.has(key));
  const rest = items.filter(({ key }) => !keys.has(key) || ofOthers.has(key));
  const chance = ({ key }: PlanItem) => order.runs.get(key) ?? 0;
  const shared = new Set(rest.map(({ place }) => place));
  const turns = [...new Set(own.map(({ place }) => place))]
    .filter((place) => !shared.has(place))
    .reduce((sum, place) => sum + Math.max(...own.filter((item) => item.place === place).map(chance)), 0);
  const seconds = own.reduce(
    (sum, item) => sum + chance(item) * secondsWith(item.protocol.id, item.companion),
    turns * turnSeconds(plan.state),
  );
  const others = new Set(idsOf(rest));
  return {
    tests: own.reduce((sum, item) => sum + chance(item) * (item.companion ? 2 : 1), 0),
    turns,
    minutes: seconds / MINUTE,
    safetyQuestions: sentencesOf(
      drawn,
      idsOf(own).filter((test) => !others.has(test)),
    ),
  };
}

/** What single tests come to, one after the other. */
function endsOf(
  tests: readonly Planned[],
  question: RaisedQuestion,
  context: ReadingContext,
  chance: number,
): readonly PossibleEnd[] {
  const { source, side } = question;
  const [test, ...rest] = tests;
  const probability = probabilityIn(context, source, side);
  if (!test) return [{ chance, probability }];
  const figuresOf = figuresFor(test, source);
  const after = (result: "positive" | "negative") =>
    withAdded(context, supposedOutcome(test.protocol.id, test.side, source, side, figuresOf, result));
  const [yes, no] = [after("positive"), after("negative")];
  const likely = impliedChance(probability, probabilityIn(yes, source, side), probabilityIn(no, source, side));
  return [...endsOf(rest, question, yes, chance * likely), ...endsOf(rest, question, no, chance * (1 - likely))];
}

/** The fall in uncertainty that is expected of a question's tests, in bits; null where none of them has a figure. */
export function gainOf(question: RaisedQuestion, way: Way, { plan }: DrawnUp): number | null {
  if (way.by === "rule") return finishing(question.source, question.side, plan)?.way?.bits ?? null;
  if (way.by !== "tests") return null;
  return Math.max(0, fallOver(endsOf(way.tests, question, plan.context, 1)));
}
