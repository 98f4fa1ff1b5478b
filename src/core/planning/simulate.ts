import { normalQuantile, normalShare } from "../base";
import { evidenceOf, type EvidenceSet } from "../evidence";
import { isFact, secondsOf, type TestId, TURN_SECONDS } from "../knowledge";
import {
  contextOf,
  memberRunSide,
  probabilityIn,
  readSource,
  recordsFor,
  seeded,
  sourceKey,
  supposedOutcome,
  type TestOutcome,
} from "../reading";
import { type ExamState, sheetTests } from "../record";
import { POSITIONS, runKey, type Side, type SourceId } from "../vocabulary";
import { policyOf } from "./exam-order";
import { chancesIn, chancesOf } from "./finishing";
import { CORRELATION } from "./one-factor";
import { type Drafted, drawUp } from "./draw-up";
import type { PlanEdits } from "./plan-types";
import type { Planning } from "./plan";
import { spokenSides } from "./single";
import { placeTurn } from "./turns";
import { companionOf, everyRun, placeOf, type Planned, wayFor } from "./ways";

/** Made-up people whose truth is known: what a plan spares them, and whether it reads worse for it. */

export type Fared = {
  readonly tests: number;
  readonly burden: number;
  readonly turns: number;
  readonly minutes: number;
  readonly brier: number;
};

export type Simulated = {
  readonly people: number;
  readonly seed: string;
  readonly questions: readonly string[];
  readonly plan: Fared;
  readonly sheet: Fared;
  /** Plan less sheet, for the same people: below 0 the plan reads better. */
  readonly brierDifference: { readonly mean: number; readonly upper95: number };
};

type Asked = { readonly source: SourceId; readonly side: Side | null; readonly start: number };
type Speaks = { readonly asked: number; readonly figuresOf: TestId; readonly chances: readonly [number, number] };

/** What a run shows of each question: its chances of a positive with and without the source. */
function speaksOf({ protocol, side }: Planned, questions: readonly Asked[], plan: Planning): readonly Speaks[] {
  return questions.flatMap((question, asked): Speaks[] => {
    const reading = protocol.readings.find(
      (one) =>
        one.source === question.source &&
        !one.pointsOnly &&
        spokenSides(one.sides, side, question.source).includes(question.side),
    );
    if (!reading) return [];
    const figuresOf = reading.figuresOf ?? protocol.id;
    const { preferred } = readSource(plan.context, question.source, question.side);
    const member = preferred?.members.find(
      (state) =>
        !isFact(state.member) &&
        state.member.test === protocol.id &&
        memberRunSide(state.member, question.side) === side,
    );
    if (preferred && member) return [{ asked, figuresOf, chances: chancesOf(member, preferred, plan) }];
    const [record] = recordsFor({ figuresOf, source: question.source, testedSide: side, run: "" }, plan);
    const chances = chancesIn(record);
    return chances ? [{ asked, figuresOf, chances }] : [];
  });
}

/** One person: which sources they have, and what any test would show of each; the same whoever asks, and in whatever order. */
function personOf(questions: readonly Asked[], seed: string) {
  const random = seeded(seed);
  const has = questions.map(({ start }) => random() < start);
  const share = () => Math.min(1 - 1e-9, Math.max(1e-9, random()));
  const shared = questions.map(() => normalQuantile(share()));
  const shown = new Map<string, boolean>();
  return {
    has,
    shows: (key: string, { asked, chances }: Speaks): boolean => {
      const known = shown.get(`${key} ${asked}`);
      if (known !== undefined) return known;
      const chance = chances[has[asked] ? 0 : 1];
      const given = normalShare(
        (normalQuantile(chance) + Math.sqrt(CORRELATION) * shared[asked]!) / Math.sqrt(1 - CORRELATION),
      );
      const result = seeded(`${seed} ${key} ${questions[asked]!.source} ${questions[asked]!.side}`)() < given;
      shown.set(`${key} ${asked}`, result);
      return result;
    },
  };
}

type Person = ReturnType<typeof personOf>;

function turnsOf(places: readonly string[], from: string | null): number {
  let [here, turns] = [from, 0];
  for (const place of places) {
    if (here !== null && place !== here && placeTurn(here, place) > 0) turns++;
    here = place;
  }
  return turns;
}

/** How often somebody is planned for anew. */
const MOST_MORE = 12;

/** The results of runs, as they are added to a reading. */
const addedBy = (
  runs: readonly Planned[],
  questions: readonly Asked[],
  person: Person,
  speaking: (run: Planned) => readonly Speaks[],
): readonly TestOutcome[] =>
  runs.flatMap((run) =>
    speaking(run).map((speaks) => {
      const { source, side } = questions[speaks.asked]!;
      const result = person.shows(run.key, speaks) ? "positive" : "negative";
      return supposedOutcome(run.protocol.id, run.side, source, side, speaks.figuresOf, result);
    }),
  );

type Replanning = {
  readonly drafted: Drafted;
  readonly questions: readonly Asked[];
  readonly person: Person;
  readonly speaking: (run: Planned) => readonly Speaks[];
  readonly plan: Planning;
  readonly atPlace: (test: Planned) => Planned & { readonly place: string };
};

/**
 * Planned anew with what was shown so far: a test in this place that may still
 * change a word and is not to come anyway; null: nothing is worth it.
 */
function nextWorth(
  shown: readonly Planned[],
  listed: readonly Planned[],
  place: string,
  { drafted, questions, person, speaking, plan, atPlace }: Replanning,
): (Planned & { readonly place: string }) | null {
  const keys = new Set(listed.map(({ key }) => key));
  const now: Planning = {
    ...plan,
    context: contextOf(plan.state, plan.evidence, { added: addedBy(shown, questions, person, speaking) }),
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

const TURN_MINUTES = TURN_SECONDS.usual / 60;

/** How somebody fared with these runs: what they cost, and how far the reading is from their truth. */
function faredWith(
  runs: readonly (Planned & { readonly place: string })[],
  questions: readonly Asked[],
  person: Person,
  speaking: (run: Planned) => readonly Speaks[],
  plan: Planning,
): Fared {
  const context = contextOf(plan.state, plan.evidence, { added: addedBy(runs, questions, person, speaking) });
  const squares = questions.map(
    ({ source, side }, at) => (probabilityIn(context, source, side) - Number(person.has[at])) ** 2,
  );
  const turns = turnsOf(
    runs.map(({ place }) => place),
    "standing",
  );
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

/**
 * The same made-up people examined by the plan and by the fixed sheet of an exam.
 * They are drawn from the figures the reading uses, with one shared factor: that
 * the plan reads them well proves nothing about real people; it shows what the
 * tests that are left out cost.
 *
 * @param people how many; the same seed gives the same people
 * @returns means over the people; the Brier score is over the plan's questions, 0 to 1, lower is better
 * @example simulatePeople(calfAndFootState, { people: 2, seed: "1" }).people // 2
 */
export function simulatePeople(
  state: ExamState,
  { people, seed, edits = {} }: { readonly people: number; readonly seed: string; readonly edits?: PlanEdits },
  evidence: EvidenceSet = evidenceOf(state),
): Simulated {
  const { plan, drafted, items, order, asked, painful } = drawUp(state, edits, evidence);
  const questions = drafted.ways
    .filter(({ way }) => way.by === "rule" || way.by === "tests")
    .map(({ question: { source, side } }): Asked => {
      const start = readSource(plan.context, source, side).probability;
      return { source, side, start };
    });
  const ruleOf = new Map(
    drafted.ways.flatMap(({ question, way }) =>
      way.rules.map(({ id }) => [id, sourceKey(question.source, question.side)] as const),
    ),
  );
  const atPlace = (test: Planned) => ({ ...test, place: placeOf(test, painful) });
  const kept = new Map<string, readonly Speaks[]>();
  const speaking = (run: Planned): readonly Speaks[] => {
    const known = kept.get(run.key) ?? speaksOf(run, questions, plan);
    kept.set(run.key, known);
    return known;
  };
  const policy = policyOf(asked, order.order);
  const sheet = everyRun(sheetTests(state), plan)
    .toSorted((a, b) => POSITIONS.indexOf(a.protocol.position) - POSITIONS.indexOf(b.protocol.position))
    .map(atPlace);
  const pairs = Array.from({ length: people }, (_, at) => {
    const person = personOf(questions, `plan ${seed} ${at}`);
    const answer = (rule: string, key: string): boolean => {
      const item = items.find((one) => one.key === key)!;
      const speaks = speaking(item).find(
        (one) => sourceKey(questions[one.asked]!.source, questions[one.asked]!.side) === ruleOf.get(rule),
      );
      return speaks ? person.shows(key, speaks) : false;
    };
    /** Planned anew before each turn: what is worth it is done where they lie; nobody is turned back for it. */
    const replan = (list: (Planned & { readonly place: string })[], places: readonly string[]) => {
      for (const [at, place] of places.entries())
        for (let more = 0; more < MOST_MORE; more++) {
          const shown = list.filter((one) => places.indexOf(one.place) <= at);
          const next = nextWorth(shown, list, place, { drafted, questions, person, speaking, plan, atPlace });
          if (!next) break;
          const companion = companionOf(next, plan, new Set(list.map(({ key }) => key)));
          list.splice(shown.length, 0, ...(companion ? [atPlace(companion)] : []), next);
        }
    };
    const done = policy(answer).flatMap((key) => {
      const item = items.find((one) => one.key === key)!;
      return [...(item.companion ? [atPlace(item.companion)] : []), item];
    });
    replan(done, order.order);
    return [
      faredWith(done, questions, person, speaking, plan),
      faredWith(sheet, questions, person, speaking, plan),
    ] as const;
  });
  const differences = pairs.map(([mine, theirs]) => mine.brier - theirs.brier);
  const mean = differences.reduce((sum, one) => sum + one, 0) / people;
  const variance = differences.reduce((sum, one) => sum + (one - mean) ** 2, 0) / Math.max(1, people - 1);
  return {
    people,
    seed,
    questions: questions.map(({ source, side }) => sourceKey(source, side)),
    plan: meanOf(pairs.map(([mine]) => mine)),
    sheet: meanOf(pairs.map(([, theirs]) => theirs)),
    brierDifference: { mean, upper95: mean + 1.96 * Math.sqrt(variance / people) },
  };
}
