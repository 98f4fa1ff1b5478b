import { evidenceOf, type EvidenceSet } from "../evidence";
import { type Condition, protocolOf, PROTOCOLS, type TestId, UPPER_MOTOR_SIGNS, USUAL_EXAMINATION } from "../knowledge";
import { mayBeEarned, probabilityIn, readSource, startIn, supposedOutcome } from "../reading";
import { type ExamState, sheetTests } from "../record";
import { answersThatHold, blocksOnTest, partsToday, questionsBroughtBy, questionsFor } from "../safety";
import { type Position, type Side, SIDES, shortSource, type SourceId } from "../vocabulary";
import { barredBy, transferOf } from "./barred";
import { costsOf, type Drafted, type DrawnUp, drawUp, MINUTE, type PlanItem, turnSeconds } from "./draw-up";
import { examOrder, type ExamOrder } from "./exam-order";
import { neurologyStop, placeOfStop } from "./neurology-stop";
import { costOf, type Planning, wordOf } from "./plan";
import type { ExamPlan, LeftOut, PlanBlock, PlanCosts, PlanEdits, PlanTestShown } from "./plan-types";
import { gainOf, questionCost } from "./question-cost";
import { noTestFor, type RaisedQuestion } from "./questions";
import { sideOrder } from "./run-sheet";
import { withAdded } from "./single";
import { baseOf, placeChange } from "./turns";
import { everyRun, figuresFor, placeOf, type Planned, planned, secondsWith } from "./ways";

/** From the complaint to a plan: what is asked, by which tests, in which order, at what cost. */

const triggersOf = (condition: Condition): readonly TestId[] => [
  ...(condition.earlier ? [condition.earlier.test] : []),
  ...(condition.any ?? []).flatMap(triggersOf),
];

/** Everything that is listed, done whatever comes, in the cheapest order of positions. */
function costsOfAll(tests: readonly Planned[], plan: Planning, painful: Side, from: string | null): PlanCosts {
  const items = tests.map((test) => ({ ...test, companion: null, place: placeOf(test, painful) }));
  const order = examOrder({
    tests: items.map((item) => ({ id: item.key, place: item.place, cost: costOf(item.protocol, plan) })),
    rules: [],
    always: items.map(({ key }) => key),
    from,
    transfer: transferOf(plan.state),
  });
  return costsOf(order, items, plan);
}

/** Every test that speaks about what is asked. */
export function speakingTests(questions: readonly RaisedQuestion[]): readonly TestId[] {
  const sources = new Set<SourceId>(questions.filter(({ depth }) => depth !== "ask").map(({ source }) => source));
  const usual = new Set([...sources].flatMap((source) => USUAL_EXAMINATION[source] ?? []));
  return PROTOCOLS.filter(
    ({ id, tissueGroup, readings }) =>
      usual.has(id) ||
      (tissueGroup !== "upper-cervical-ligament" &&
        readings.some((reading) => !reading.pointsOnly && sources.has(reading.source))),
  ).map(({ id }) => id);
}

/** Why a test is there, in at most a few words. */
function roleOf(
  item: Planned,
  { ways, always, opening }: Drafted,
  plan: Planning,
  companions: ReadonlySet<string>,
): string {
  if (plan.guard.first.some(({ tests }) => tests.includes(item.protocol.id))) return "looks for harm";
  const asking = ways.filter(({ way }) => way.tests.some(({ key }) => key === item.key));
  const labels = [...new Set(asking.map(({ question }) => shortSource(question.source, question.side)))];
  const isOpening = opening.some(({ key }) => key === item.key);
  if (isOpening && asking.every(({ way }) => way.by === "sign")) return "movement, and what it brings on";
  if (labels.length > 1) return `${labels.slice(0, 2).join(" or ")}?`;
  if (labels.length === 1) return `${asking[0]!.way.by === "sign" ? "speaks to" : "settles"} ${labels[0]}`;
  if (companions.has(item.key)) return "to compare with";
  return always.some(({ key }) => key === item.key) ? "added by hand" : "";
}

/** What theirs and what nothing would make of each question it is planned for. */
function tellsOf(
  { key, protocol, side: tested }: Planned,
  { ways, opening }: Drafted,
  plan: Planning,
): readonly string[] {
  return ways.flatMap(({ question: { source, side }, way }) => {
    if (!way.tests.some((test) => test.key === key)) return [];
    const label = shortSource(source, side);
    if (way.by === "sign")
      return [
        `${label}: ${opening.some((one) => one.key === key) ? "how far, and what it brings on" : "a sign"}; it moves no figure`,
      ];
    const figuresOf = figuresFor({ key, protocol, side: tested }, source);
    const { mean } = startIn(plan.context, source, side);
    const after = (outcome: "positive" | "negative") =>
      wordOf(
        source,
        mean,
        plan,
      )(
        probabilityIn(
          withAdded(plan.context, supposedOutcome(protocol.id, tested, source, side, figuresOf, outcome)),
          source,
          side,
        ),
      );
    return [`${label}: if theirs, ${after("positive")}; if nothing, ${after("negative")}`];
  });
}

type Hung = { readonly under: string; readonly shown: PlanTestShown };

/** Tests an answer may earn: each hangs once, under the likeliest test that earns it where they lie the same way. */
function earnedBy(items: readonly PlanItem[], { ways }: Drafted, plan: Planning, order: ExamOrder): readonly Hung[] {
  const sources = new Set(
    ways.filter(({ question }) => question.depth === "settle").map(({ question }) => question.source),
  );
  const earned = PROTOCOLS.filter(
    ({ earned, readings }) =>
      earned !== undefined && readings.some((reading) => !reading.pointsOnly && sources.has(reading.source)),
  ).filter((protocol) => mayBeEarned(protocol, plan.settings));
  return earned.flatMap((protocol): Hung[] => {
    const triggers = new Set(triggersOf(protocol.earned!.condition));
    const [best] = items
      .filter(
        (item) =>
          triggers.has(item.protocol.id) &&
          item.protocol.position === protocol.position &&
          barredBy(plan.state, protocol, protocol.sided ? item.side : null) === null &&
          blocksOnTest(plan.guard, protocol, {}, item.side).whole.length === 0,
      )
      .toReversed()
      .toSorted((one, two) => (order.runs.get(two.key) ?? 0) - (order.runs.get(one.key) ?? 0));
    if (!best) return [];
    const side = protocol.sided ? best.side : null;
    const shown = {
      key: planned(protocol, side).key,
      test: protocol.id,
      side,
      role: "if it is earned",
      burden: protocol.burden,
      chance: 0,
      tells: [],
      when: protocol.earned!.otherwise,
    };
    return [{ under: best.key, shown }];
  });
}

type Laid = {
  readonly items: readonly PlanItem[];
  readonly drafted: Drafted;
  readonly plan: Planning;
  readonly order: ExamOrder;
  readonly hung: readonly Hung[];
};

const NEVER = 0.005;

/** Both sides of a test one after the other, uninvolved side first, where the first of them stood. */
function sidesTogether(keys: readonly string[], sides: readonly Side[]): readonly string[] {
  const testOf = (key: string) => key.split(".")[0]!;
  return [...new Set(keys.map(testOf))].flatMap((test) => {
    const own = keys.filter((key) => testOf(key) === test);
    return own.toSorted(
      (a, b) => sides.findIndex((side) => a.endsWith(side)) - sides.findIndex((side) => b.endsWith(side)),
    );
  });
}

/** The stones of a block in their order: uninvolved side first, what may be earned under its trigger. */
function stones(keys: readonly string[], { items, drafted, plan, order, hung }: Laid): readonly PlanTestShown[] {
  const companions = new Set(items.flatMap(({ companion }) => companion?.key ?? []));
  const sides = sideOrder(plan.state);
  return sidesTogether([...new Set(keys)], sides).flatMap((key): PlanTestShown[] => {
    const item = items.find((one) => one.key === key);
    const chance = order.runs.get(key) ?? 0;
    /** What no answer leads to is no part of the plan. */
    if (!item || chance < NEVER) return [];
    const both = [item, ...(item.companion ? [item.companion] : [])].toSorted(
      (a, b) => sides.indexOf(a.side ?? "right") - sides.indexOf(b.side ?? "right"),
    );
    return [
      ...both.map((test) => ({
        key: test.key,
        test: test.protocol.id,
        side: test.side,
        role: roleOf(test, drafted, plan, companions),
        burden: test.protocol.burden,
        chance,
        tells: tellsOf(test, drafted, plan),
      })),
      ...hung.filter(({ under }) => under === key).map(({ shown }) => shown),
    ];
  });
}

function exitsOf(place: string, drafted: Drafted, order: ExamOrder): PlanBlock["exits"] {
  const after = order.settledAfter.get(place);
  const before = order.order[order.order.indexOf(place) - 1];
  return drafted.ways.flatMap(({ question, way }) => {
    if (way.by !== "rule") return [];
    const id = way.rules[0]!.id;
    const chance = after?.get(id);
    const was = (before && order.settledAfter.get(before)?.get(id)) || 0;
    return chance !== undefined && chance > was + 0.005
      ? [{ question: shortSource(question.source, question.side), chance }]
      : [];
  });
}

/** Why tests that would speak to it are not in the plan. */
function leftOutOf(
  speaking: readonly TestId[],
  inPlan: ReadonlySet<TestId>,
  drafted: Drafted,
  plan: Planning,
  edits: PlanEdits,
): readonly LeftOut[] {
  const { state, guard } = plan;
  const done = new Set(state.runs.map(({ test }) => test));
  return speaking
    .filter((test) => !inPlan.has(test) && !done.has(test))
    .map((test): LeftOut => {
      const protocol = protocolOf(test);
      const sides = protocol.sided ? SIDES : [null];
      const [block] = sides.flatMap((side) => blocksOnTest(guard, protocol, {}, side).whole);
      if (edits.without?.includes(test)) return { test, why: "not today" };
      if (block) return { test, why: `blocked: ${block.reason}` };
      const bars = sides.map((side) => barredBy(state, protocol, side));
      if (bars.every((bar) => bar !== null)) return { test, why: bars[0]! };
      if (state.skips.some((skip) => skip.test === test)) return { test, why: "left out by hand" };
      if (protocol.earned && sides.every((side) => !plan.canRun(protocol, side)))
        return { test, why: protocol.earned.otherwise };
      const dropped = drafted.ways.find(
        ({ question, way }) =>
          way.by === "left out" && protocol.readings.some(({ source }) => source === question.source),
      );
      return { test, why: dropped ? "left out: budget" : "would hardly change a word" };
    });
}

/** What comes before any test: a referral, and the cord before the arms. */
function beforeTests({ state, guard }: Planning, ways: Drafted["ways"]): readonly string[] {
  const referral = guard.referrals.find(({ urgency, acknowledged }) => urgency !== "soon" && acknowledged === null);
  const isCord = ways.some(({ question }) => question.source === "spinal-cord");
  const seen = UPPER_MOTOR_SIGNS.some(({ id }) =>
    state.neuro.some(({ kind, level }) => kind === "upper-motor" && level === id),
  );
  return [
    ...(referral ? [`Refer first: ${referral.text}`] : []),
    ...(isCord && !seen
      ? ["Upper motor signs of the baseline, about 2 min: nothing else until they are looked at"]
      : []),
    ...noTestFor(state),
  ];
}

function finished(drawn: DrawnUp): ExamPlan {
  const { plan, edits, drafted, items, order, expected, budget, painful, from, mostBurden } = drawn;
  const { state } = plan;
  const answers = answersThatHold(state);
  const raised = drafted.ways.map(({ question }) => question);
  const hung = earnedBy(items, drafted, plan, order);
  const stop = neurologyStop(state);
  const stopsAt = placeOfStop(
    order.order.filter((place) => order.inOrder.get(place)?.length),
    raised,
  );
  const blocks = order.order
    .map((place): PlanBlock => {
      const tests = stones(order.inOrder.get(place) ?? [], { items, drafted, plan, order, hung });
      const before = stop && place === stopsAt ? [stop] : [];
      return { place, position: baseOf(place) as Position, before, tests, exits: exitsOf(place, drafted, order) };
    })
    .filter(({ tests }) => tests.length > 0);
  const inPlan = new Set(blocks.flatMap(({ tests }) => tests.map(({ test }) => test)));
  const speaking = speakingTests(raised);
  const changes = blocks.reduce(
    (sum, { place }, at) => sum + placeChange(at === 0 ? from : blocks[at - 1]!.place, place, transferOf(state)).turns,
    0,
  );
  const sureMinutes = items.reduce((sum, item) => sum + secondsWith(item.protocol.id, item.companion), 0);
  return {
    questions: drafted.ways.map(({ question, way }) => ({
      ...question,
      label: shortSource(question.source, question.side),
      start: readSource(plan.context, question.source, question.side).probability,
      by: way.by,
      settledBy: way.said,
      tests: way.tests.map(({ key }) => key),
      cost: questionCost({ question, way }, drawn),
      gainBits: gainOf(question, way, drawn),
    })),
    before: [...beforeTests(plan, drafted.ways), ...(stop && blocks.length === 0 ? [stop.label] : [])],
    blocks,
    expected,
    most: {
      tests: order.most.tests,
      burden: mostBurden,
      minutes: (sureMinutes + changes * turnSeconds(state)) / MINUTE + (stop?.minutes ?? 0),
    },
    everything: costsOfAll(
      everyRun([...new Set([...drafted.opening.map(({ protocol }) => protocol.id), ...speaking])], plan),
      plan,
      painful,
      from,
    ),
    sheet: costsOfAll(everyRun(sheetTests(state), plan), plan, painful, from),
    leftOut: leftOutOf(speaking, inPlan, drafted, plan, edits),
    staysOpen: drafted.ways
      .filter(({ way }) => way.by === "left out")
      .map(({ question }) => shortSource(question.source, question.side)),
    asks: questionsFor(state, [...inPlan]).filter(({ id }) => answers[id] === undefined),
    brings: Object.fromEntries(
      [...questionsBroughtBy(state, [...inPlan])].map(([test, questions]) => [
        test,
        questions.flatMap((question) => partsToday(question)).length,
      ]),
    ),
    equipment: [...new Set(blocks.flatMap(({ tests }) => tests.flatMap(({ test }) => protocolOf(test).equipment)))],
    gap: order.gap,
    budget,
  };
}

/**
 * The plan of an examination from its complaint and from what was answered so
 * far: the questions, what settles each, and the run list in blocks of position,
 * the cheapest order of them worked out exactly (see `examOrder`). What fits no
 * budget is listed with what stays open for it.
 *
 * @param edits what the practitioner changed; a budget in burden (plain, 1 to 5 a test) and minutes
 * @returns costs as expected values; minutes by conventions (`secondsOf`)
 * @example planExam(calfAndFootState).blocks[0]?.tests[0]?.test // "lumbar-range"
 */
export const planExam = (
  state: ExamState,
  edits: PlanEdits = {},
  evidence: EvidenceSet = evidenceOf(state),
): ExamPlan => finished(drawUp(state, edits, evidence));
