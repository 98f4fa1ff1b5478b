import { evidenceOf, type EvidenceSet } from "../evidence";
import { secondsOf, TURN_SECONDS } from "../knowledge";
import {
  companionOf,
  CORRELATION,
  costOf,
  type Drafted,
  drawUp,
  type DrawnUp,
  everyRun,
  examOrder,
  figuresFor,
  placeOf,
  placeTurn,
  type Planned,
  type PlanEdits,
  type Planning,
  policyOf,
  speakingTests,
  wayFor,
} from "../planning";
import { contextOf, probabilityIn, readSource, sourceKey, supposedOutcome, type TestOutcome } from "../reading";
import { type ExamState, sheetTests } from "../record";
import { POSITIONS, runKey } from "../vocabulary";
import { impliedRatios, type ImpliedRatio } from "./implied-ratios";
import { leastBrier, type OneSource, type Priced, pricedWay } from "./optimum";
import { atRandom, byGain } from "./orders";
import {
  type Asked,
  askedIn,
  type Shows,
  showsOf,
  type SimulatedPatient,
  simulatedPatient,
  type World,
} from "./patient";

/** The same simulated patients examined by the plan, and in every other way it is held against. */

/**
 * How patients fared in the mean. Counted are the tests with figures for one of
 * the questions, each with its comparison side, and changes of position between
 * them; the movements an examination opens with, and tests that are only read
 * clinically, come on top of every way alike.
 */
export type Fared = {
  readonly tests: number;
  readonly burden: number;
  readonly turns: number;
  readonly minutes: number;
  /** Over the plan's questions, 0 to 1, lower is better. */
  readonly brier: number;
};

/** Plan less another way, for the same patients: below 0 the plan reads better. */
export type Difference = { readonly mean: number; readonly upper95: number };

/** One question by its cluster alone: what the plan's order comes to, and the best there is at no higher cost. */
export type AgainstBest = {
  readonly question: string;
  readonly rule: string;
  readonly plan: Priced;
  readonly best: Priced;
};

export type Simulated = {
  readonly people: number;
  readonly seed: string;
  readonly questions: readonly string[];
  readonly plan: Fared;
  /** The fixed list of the examination. */
  readonly sheet: Fared;
  readonly brierDifference: Difference;
  /** Every test that says something of a question. */
  readonly everything: Fared;
  /** As many tests as the plan took of the same patient, at random. */
  readonly random: Fared;
  /** As many tests, each the one from which most is learned next, whatever it costs. */
  readonly greedy: Fared;
  readonly differences: { readonly everything: Difference; readonly random: Difference; readonly greedy: Difference };
  readonly clusters: readonly ImpliedRatio[];
  readonly oneSource: readonly AgainstBest[];
  readonly world: Required<World>;
};

type Placed = Planned & { readonly place: string };

/** What a whole simulation rests on. */
type Ground = {
  readonly plan: Planning;
  readonly drafted: Drafted;
  readonly questions: readonly Asked[];
  readonly showsOf: (run: Planned) => readonly Shows[];
  readonly atPlace: (run: Planned) => Placed;
};

/** How often a patient is planned for again in one position. */
const MOST_MORE = 12;
const TURN_MINUTES = TURN_SECONDS.usual / 60;

/** The results of runs, as they are added to a reading. */
const addedBy = (runs: readonly Planned[], patient: SimulatedPatient, ground: Ground): readonly TestOutcome[] =>
  runs.flatMap((run) =>
    ground.showsOf(run).map((shows) => {
      const { source, side } = ground.questions[shows.asked]!;
      const result = patient.shows(run.key, shows) ? "positive" : "negative";
      return supposedOutcome(run.protocol.id, run.side, source, side, shows.figuresOf, result);
    }),
  );

/** A test in this position that may still change a word and is not to come anyway; null: nothing is worth it. */
function nextWorth(
  shown: readonly Planned[],
  listed: readonly Planned[],
  place: string,
  patient: SimulatedPatient,
  ground: Ground,
): Placed | null {
  const { plan, drafted, atPlace } = ground;
  const keys = new Set(listed.map(({ key }) => key));
  const now: Planning = {
    ...plan,
    context: contextOf(plan.state, plan.evidence, { added: addedBy(shown, patient, ground) }),
    canRun: (protocol, side) => !keys.has(runKey(protocol.id, side)) && plan.canRun(protocol, side),
  };
  for (const { question, way } of drafted.ways) {
    if (way.by !== "rule" && way.by !== "tests") continue;
    const next = wayFor(question, now, new Map());
    const here = next.tests.map(atPlace).find((test) => test.place === place);
    if (next.by === "tests" && here) return here;
  }
  return null;
}

/** Runs with the other side before each where both are done: what any way of choosing is charged. */
function withCompanions(runs: readonly Placed[], { plan, atPlace }: Ground): readonly Placed[] {
  const keys = new Set(runs.map(({ key }) => key));
  return runs.flatMap((run) => {
    const companion = companionOf(run, plan, keys);
    return [...(companion ? [atPlace(companion)] : []), run];
  });
}

function turnsOf(runs: readonly Placed[]): number {
  let [here, turns]: [string | null, number] = [null, 0];
  for (const { place } of runs) {
    if (placeTurn(here, place) > 0) turns++;
    here = place;
  }
  return turns;
}

function faredWith(chosen: readonly Placed[], patient: SimulatedPatient, ground: Ground): Fared {
  const { plan, questions } = ground;
  const runs = withCompanions(
    chosen.filter((run) => ground.showsOf(run).length > 0),
    ground,
  );
  const context = contextOf(plan.state, plan.evidence, { added: addedBy(runs, patient, ground) });
  const squares = questions.map(
    ({ source, side }, at) => (probabilityIn(context, source, side) - Number(patient.has[at])) ** 2,
  );
  const turns = turnsOf(runs);
  return {
    tests: runs.length,
    burden: runs.reduce((sum, { protocol }) => sum + protocol.burden, 0),
    turns,
    minutes: runs.reduce((sum, { protocol }) => sum + secondsOf(protocol.id, 1) / 60, 0) + turns * TURN_MINUTES,
    brier: squares.reduce((sum, square) => sum + square, 0) / Math.max(1, squares.length),
  };
}

const meanOf = (list: readonly Fared[]): Fared => {
  const mean = (take: (one: Fared) => number) => list.reduce((sum, one) => sum + take(one), 0) / list.length;
  return {
    tests: mean(({ tests }) => tests),
    burden: mean(({ burden }) => burden),
    turns: mean(({ turns }) => turns),
    minutes: mean(({ minutes }) => minutes),
    brier: mean(({ brier }) => brier),
  };
};

function differenceOf(mine: readonly Fared[], others: readonly Fared[]): Difference {
  const differences = mine.map(({ brier }, at) => brier - others[at]!.brier);
  const mean = differences.reduce((sum, one) => sum + one, 0) / differences.length;
  const variance = differences.reduce((sum, one) => sum + (one - mean) ** 2, 0) / Math.max(1, differences.length - 1);
  return { mean, upper95: mean + 1.96 * Math.sqrt(variance / differences.length) };
}

/** Each question that has a cluster, by that alone: the plan's own order, and the best there is at no higher cost. */
function againstBest({ plan, drafted, atPlace }: Ground): readonly AgainstBest[] {
  return drafted.ways.flatMap(({ question: { source, side }, way }): readonly AgainstBest[] => {
    const [rule] = way.rules;
    if (way.by !== "rule" || !rule) return [];
    const runs = rule.members.map(({ test }) => atPlace(way.tests.find(({ key }) => key === test)!));
    const tests = runs.map(({ key, place, protocol }) => ({
      id: key,
      place,
      cost: costOf(protocol, plan),
      weight: protocol.burden,
    }));
    const asking = { tests, rules: [rule], from: null };
    const policy = policyOf(asking, examOrder(asking).order);
    const one: OneSource = {
      start: rule.probability,
      members: rule.members.map(({ ifPresent, ifAbsent }, at) => ({
        place: runs[at]!.place,
        cost: tests[at]!.cost,
        chances: [ifPresent, ifAbsent],
      })),
      read: (positive, negative) => {
        const added = runs.flatMap((run, at) => {
          const is = positive & (1 << at) ? "positive" : negative & (1 << at) ? "negative" : null;
          return is ? [supposedOutcome(run.protocol.id, run.side, source, side, figuresFor(run, source), is)] : [];
        });
        return probabilityIn(contextOf(plan.state, plan.evidence, { added }), source, side);
      },
    };
    const mine = pricedWay(one, (isPositive) =>
      policy((_rule, test) => isPositive(rule.members.findIndex((member) => member.test === test))).map((key) =>
        rule.members.findIndex((member) => member.test === key),
      ),
    );
    const best = leastBrier(one, mine.cost);
    return best ? [{ question: sourceKey(source, side), rule: way.said, plan: mine, best }] : [];
  });
}

/** What the plan asks with figures, and what its tests show of it in this world. */
function groundOf({ plan, drafted, painful }: DrawnUp, world: World): Ground {
  const questions = drafted.ways
    .filter(({ way }) => way.by === "rule" || way.by === "tests")
    .map(({ question: { source, side } }): Asked => {
      const start = readSource(plan.context, source, side).probability;
      return { source, side, start };
    });
  const kept = new Map<string, readonly Shows[]>();
  return {
    plan,
    drafted,
    questions,
    atPlace: (test) => ({ ...test, place: placeOf(test, painful) }),
    showsOf: (run) => {
      const known = kept.get(run.key) ?? showsOf(run, questions, plan, world);
      kept.set(run.key, known);
      return known;
    },
  };
}

/** How a patient is examined by the plan: its policy, and planned again before each change of position. */
function byPlan({ asked, items, order }: DrawnUp, ground: Ground) {
  const { drafted, questions, atPlace } = ground;
  const ruleOf = new Map(
    drafted.ways.flatMap(({ question, way }) =>
      way.rules.map(({ id }) => [id, sourceKey(question.source, question.side)] as const),
    ),
  );
  const policy = policyOf(asked, order.order);
  const item = (key: string) => items.find((one) => one.key === key)!;
  const keyOf = (shows: Shows) => sourceKey(questions[shows.asked]!.source, questions[shows.asked]!.side);
  return (patient: SimulatedPatient): readonly Placed[] => {
    const done: Placed[] = policy((rule, key) => {
      const shows = ground.showsOf(item(key)).find((one) => keyOf(one) === ruleOf.get(rule));
      return shows ? patient.shows(key, shows) : false;
    }).map((key) => atPlace(item(key)));
    /** What is worth it is done where they lie; nobody is turned back for it. */
    for (const [turn, place] of order.order.entries())
      for (let more = 0; more < MOST_MORE; more++) {
        const shown = done.filter((one) => order.order.indexOf(one.place) <= turn);
        const next = nextWorth(shown, done, place, patient, ground);
        if (!next) break;
        done.splice(shown.length, 0, next);
      }
    return done;
  };
}

/**
 * The same simulated patients examined by the plan, by everything, by the fixed
 * list, and by as many tests at random or by what is learned next alone. They
 * are drawn from the figures the interpretation uses, with one shared factor:
 * that the plan reads them well proves nothing about real patients; it shows
 * what the tests that are left out cost. Costs are counted alike for all.
 *
 * @param people how many; the same seed gives the same patients
 * @param world how the patients differ from what the interpretation takes to be so
 * @returns means over the patients; the Brier score is over the plan's questions, 0 to 1, lower is better
 * @example simulatePeople(calfAndFootState, { people: 2, seed: "1" }).people // 2
 */
export function simulatePeople(
  state: ExamState,
  {
    people,
    seed,
    edits = {},
    world = {},
  }: { readonly people: number; readonly seed: string; readonly edits?: PlanEdits; readonly world?: World },
  evidence: EvidenceSet = evidenceOf(state),
): Simulated {
  const drawn = drawUp(state, edits, evidence);
  const ground = groundOf(drawn, world);
  const { plan, drafted, questions } = ground;
  const byPosition = (runs: readonly Planned[]) =>
    runs
      .toSorted((a, b) => POSITIONS.indexOf(a.protocol.position) - POSITIONS.indexOf(b.protocol.position))
      .map(ground.atPlace);
  const says = (run: Planned) => ground.showsOf(run).length > 0;
  const pool = byPosition(everyRun(speakingTests(drafted.ways.map(({ question }) => question)), plan).filter(says));
  const fixed = byPosition(everyRun(sheetTests(state), plan).filter(says));
  const planFor = byPlan(drawn, ground);
  const truly = askedIn(questions, world);
  const faring = Array.from({ length: people }, (_, at) => {
    const patient = simulatedPatient(truly, `plan ${seed} ${at}`, world.dependence ?? CORRELATION);
    const done = planFor(patient);
    const choosing = { pool, questions, patient, showsOf: ground.showsOf, count: done.filter(says).length };
    const fared = (runs: readonly Planned[]) => faredWith(runs.map(ground.atPlace), patient, ground);
    return {
      plan: fared(done),
      sheet: fared(fixed),
      everything: fared(pool),
      random: fared(atRandom(choosing, `random ${seed} ${at}`)),
      greedy: fared(byGain(choosing)),
    };
  });
  const of = (way: keyof (typeof faring)[number]) => faring.map((one) => one[way]);
  return {
    people,
    seed,
    questions: questions.map(({ source, side }) => sourceKey(source, side)),
    plan: meanOf(of("plan")),
    sheet: meanOf(of("sheet")),
    brierDifference: differenceOf(of("plan"), of("sheet")),
    everything: meanOf(of("everything")),
    random: meanOf(of("random")),
    greedy: meanOf(of("greedy")),
    differences: {
      everything: differenceOf(of("plan"), of("everything")),
      random: differenceOf(of("plan"), of("random")),
      greedy: differenceOf(of("plan"), of("greedy")),
    },
    clusters: impliedRatios(questions, plan, world),
    oneSource: againstBest(ground),
    world: { dependence: CORRELATION, pretestTimes: 1, evidenceShare: 1, ...world },
  };
}
