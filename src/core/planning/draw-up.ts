import type { EvidenceSet } from "../evidence";
import { protocolOf, type TestId, TURN_SECONDS } from "../knowledge";
import { sourceKey } from "../reading";
import { ageAtExam, type ExamState, irritability } from "../record";
import { type Side, SIDES } from "../vocabulary";
import { examOrder, type ExamOrder, type OrderAsked } from "./exam-order";
import { transferOf } from "./barred";
import { neurologyStop } from "./neurology-stop";
import { screenOf } from "./opening-screen";
import { costOf, type Planning, planningOf } from "./plan";
import { type Budget, type PlanCosts, type PlanEdits, USUAL_BUDGET } from "./plan-types";
import { type RaisedQuestion, raisedQuestions } from "./questions";
import { painfulSides } from "./run-sheet";
import { baseOf } from "./turns";
import { companionOf, placeOf, type Planned, planned, priorityOf, secondsWith, type Way, wayFor } from "./ways";

/** Questions, tests and their order, as they are worked out. */

const OLD = 75;

/** The highly irritable bear half. Minutes stay: they need more time for each test. */
export function budgetOf(state: ExamState, asked: Partial<Budget> = {}): Budget {
  const { burden, minutes } = { ...USUAL_BUDGET, ...asked };
  return { burden: irritability(state).level === "high" ? burden / 2 : burden, minutes };
}

export type PlanItem = Planned & { readonly companion: Planned | null; readonly place: string };

/** One test with what it needs: the plan's stone. */
function itemsOf(tests: readonly Planned[], plan: Planning, painful: Side): readonly PlanItem[] {
  const unique = [...new Map(tests.map((test) => [test.key, test])).values()];
  const keys = new Set(unique.map(({ key }) => key));
  return unique.map((test) => ({ ...test, companion: companionOf(test, plan, keys), place: placeOf(test, painful) }));
}

export type Drafted = {
  readonly ways: readonly { readonly question: RaisedQuestion; readonly way: Way }[];
  /** What is done whatever comes: what looks for harm, what opens the examination, what a hand added. */
  readonly always: readonly Planned[];
  /** The active movements it opens with. */
  readonly opening: readonly Planned[];
};

function draft(plan: Planning, edits: PlanEdits, dropped: ReadonlySet<string>): Drafted {
  const { state, guard } = plan;
  const isOut = ({ protocol }: Planned) => edits.without?.includes(protocol.id) ?? false;
  const canDo = (test: Planned) => plan.canRun(test.protocol, test.side) && !isOut(test);
  const limited: Planning = { ...plan, canRun: (protocol, side) => canDo(planned(protocol, side)) };
  const first = guard.first
    .flatMap(({ tests }) => tests)
    .flatMap((test) => (protocolOf(test).sided ? SIDES : [null]).map((side) => planned(protocolOf(test), side)))
    .filter(canDo);
  const painful = painfulSides(state);
  const added = (edits.added ?? [])
    .map(protocolOf)
    .flatMap((protocol) =>
      (protocol.sided ? (painful.length > 0 ? painful : SIDES) : [null]).map((side) => planned(protocol, side)),
    )
    .filter(canDo);
  const opening = screenOf(plan).filter(canDo);
  const always = [...first, ...opening, ...added];
  const among = new Map(always.map((test) => [test.key, test]));
  const ways = raisedQuestions(state)
    .toSorted((a, b) => priorityOf(a) - priorityOf(b))
    .map((question) => {
      const isDropped = dropped.has(sourceKey(question.source, question.side));
      const way = isDropped
        ? { by: "left out" as const, said: "left out: budget", tests: [], rules: [] }
        : wayFor(question, limited, among);
      way.tests.forEach((test) => among.set(test.key, test));
      return { question, way };
    });
  return { ways, always, opening };
}

/** Tests that look at the spinal cord: where it is in question they come before anything that loads the neck. */
const cordTests = ({ ways }: Drafted): ReadonlySet<TestId> =>
  new Set(
    ways
      .filter(({ question }) => question.source === "spinal-cord")
      .flatMap(({ way }) => way.tests.map(({ protocol }) => protocol.id)),
  );

/** What looks for harm stays before everything; then what a hand put first. */
function heldOf(
  { guard }: Planning,
  cord: ReadonlySet<TestId>,
  { held = [] }: PlanEdits,
  test: TestId,
): number | undefined {
  if (guard.first.some(({ tests }) => tests.includes(test)) || cord.has(test)) return -1;
  const at = held.indexOf(test);
  return at < 0 ? undefined : at;
}

function asked(
  items: readonly PlanItem[],
  drafted: Drafted,
  plan: Planning,
  edits: PlanEdits,
  { from, first }: Pick<OrderAsked, "from" | "first">,
): OrderAsked {
  const cord = cordTests(drafted);
  return {
    tests: items.map((item) => ({
      id: item.key,
      place: item.place,
      cost: costOf(item.protocol, plan) * (item.companion ? 2 : 1),
      runs: item.companion ? 2 : 1,
      weight: item.protocol.burden,
      held: heldOf(plan, cord, edits, item.protocol.id),
    })),
    rules: drafted.ways.flatMap(({ way }) => way.rules),
    always: drafted.always.map(({ key }) => key),
    from,
    first,
    transfer: transferOf(plan.state),
  };
}

export const turnSeconds = (state: ExamState): number =>
  irritability(state).level === "high" || (ageAtExam(state) ?? 0) > OLD || transferOf(state) !== undefined
    ? TURN_SECONDS.slow
    : TURN_SECONDS.usual;

export const MINUTE = 60;

export function costsOf(order: ExamOrder, items: readonly PlanItem[], plan: Planning): PlanCosts {
  const chance = ({ key }: PlanItem) => order.runs.get(key) ?? 0;
  const sum = (take: (item: PlanItem) => number) => items.reduce((all, item) => all + chance(item) * take(item), 0);
  return {
    tests: order.tests,
    burden: sum(({ protocol, companion }) => protocol.burden * (companion ? 2 : 1)),
    turns: order.turns,
    minutes:
      (sum((item) => secondsWith(item.protocol.id, item.companion)) + order.turns * turnSeconds(plan.state)) / MINUTE +
      (neurologyStop(plan.state)?.minutes ?? 0),
    cost: order.total,
  };
}

/** A plan as it was worked out, before it is put in words. */
export type DrawnUp = {
  readonly plan: Planning;
  readonly edits: PlanEdits;
  readonly drafted: Drafted;
  readonly items: readonly PlanItem[];
  readonly order: ExamOrder;
  readonly expected: PlanCosts;
  readonly budget: Budget;
  readonly painful: Side;
  readonly from: string | null;
  readonly mostBurden: number;
  readonly asked: OrderAsked;
};

/** Where nothing is begun: where the cord is looked at, else where the region's movements are. */
function opensAt(items: readonly PlanItem[], { opening }: Drafted, cord: ReadonlySet<TestId>): string | undefined {
  const [movement] = opening;
  return (
    items.find(({ protocol }) => cord.has(protocol.id))?.place ?? items.find(({ key }) => key === movement?.key)?.place
  );
}

/** Questions, tests and their order, within the budget: what fits least is given up first. */
export function drawUp(state: ExamState, edits: PlanEdits, evidence: EvidenceSet): DrawnUp {
  const plan = planningOf(state, evidence);
  const painful = painfulSides(state)[0] ?? "right";
  const budget = budgetOf(state, edits.budget);
  const last = state.runs.at(-1);
  /** Who walks in takes the first position anyway: only changes after it count. */
  const atFirst = transferOf(state) === undefined ? null : "seated";
  const from = last ? placeOf(planned(protocolOf(last.test), last.side), painful) : atFirst;
  const dropped = new Set<string>();
  for (;;) {
    const drafted = draft(plan, edits, dropped);
    const items = itemsOf([...drafted.always, ...drafted.ways.flatMap(({ way }) => way.tests)], plan, painful);
    const places = new Set(items.map(({ place }) => place));
    const cord = cordTests(drafted);
    const first =
      [...places].find((place) => baseOf(place) === edits.first) ??
      (last && from !== null && places.has(from) ? from : opensAt(items, drafted, cord));
    const asking = asked(items, drafted, plan, edits, { from, first });
    const order = examOrder(asking);
    const expected = costsOf(order, items, plan);
    const mostBurden = order.most.burden / plan.factor;
    const isOver = mostBurden > budget.burden + 1e-9 || expected.minutes > budget.minutes + 1e-9;
    const tested = drafted.ways.filter(({ way }) => way.tests.length > 0);
    if (!isOver || tested.length < 2)
      return { plan, edits, drafted, items, order, expected, budget, painful, from, mostBurden, asked: asking };
    const { question } = tested.at(-1)!;
    dropped.add(sourceKey(question.source, question.side));
  }
}
