import {
  assessGuard,
  beta,
  contextOf,
  createDrawBook,
  DRAW_COUNT,
  type DrawBook,
  effectiveRuns,
  type ExamEvent,
  append,
  historyOf,
  fold,
  interpretExam,
  judgeRule,
  nextTests,
  planExam,
  PROTOCOLS,
  readExam,
  type Reading,
  readSource,
  runSheet,
  SACROILIAC_RULES,
  searchCatalogue,
  seeded,
  SHIPPED_EVIDENCE,
  SIDES,
  spreadOf,
  withSchool,
} from "@/core";
import { buildExam, type BuildOptions, type ExamBuilder } from "@/fixtures/samples/build";
import { recordCase, TEST_CASES } from "@/fixtures/samples/cases";
import { atMost, median, ms, type Row, p95Of, timeOf } from "./measure";

/** A long examination: every test on every side, repeated until it has 200 events. */
export function longExam(events = 200, options: BuildOptions = {}): ExamBuilder {
  const exam = buildExam(options).complaint("si-area.right").consent().guard().rest(2, "si-area.right");
  const tests = ["thigh-thrust", "faber", "gaenslen", "si-distraction", "si-compression", "sacral-thrust"] as const;
  for (let round = 0; exam.events.length < events; round++) {
    const test = tests[round % tests.length]!;
    const side = SIDES[round % 2]!;
    const familiar = round % 3 === 0;
    exam.run({
      test,
      side,
      response: familiar ? "familiar" : "nothing",
      felt: familiar ? [`si-area.${side}`] : [],
      intensity: familiar ? 6 : null,
      kgf: 26,
      ...(round >= tests.length ? { again: "with more force" as const } : {}),
    });
  }
  exam.events.length = events;
  return exam;
}

function pointReading(): Row[] {
  const { events } = longExam();
  const text = JSON.stringify(events);
  const parse = timeOf(() => JSON.parse(text) as unknown);
  const baseline = { is: "parsing the same 200 events", value: parse };
  const state = fold(events);
  const settings = state.settings!;
  const folded = timeOf(() => {
    const next = fold(events);
    const context = {
      state: next,
      settings,
      evidence: SHIPPED_EVIDENCE,
      centralises: null,
      order: [],
      runs: effectiveRuns(next.runs),
    };
    const outcomes = interpretExam(next.runs, settings);
    for (const side of SIDES) for (const rule of SACROILIAC_RULES) judgeRule(rule, side, outcomes, context);
  });
  /** Every other tap answers differently, so that nothing is remembered from the tap before. */
  const before = historyOf(events[0]!.exam, events);
  const run = state.runs.at(-1)!;
  const taps = (["familiar", "nothing"] as const).map(
    (response) =>
      ({
        ...events.at(-1)!,
        type: "response-recorded",
        body: { run: run.id, stage: Object.keys(run.stages)[0]!, response },
      }) as ExamEvent,
  );
  let turn = 0;
  const tap = timeOf(() => {
    const { state: next } = append(before, [taps[turn++ % 2]!]);
    const guard = assessGuard(next);
    runSheet(next, guard, readExam(next));
  });
  return [
    atMost("fold, interpret and rules, 200 events", { value: folded }, baseline, 4, 1),
    atMost("a tap: state, guard, reading and sheet, 200 events", { value: tap }, baseline, 6, 1.5),
  ];
}

/** Every source that figures moved, with its interval. */
const everyInterval = ({ sources }: Reading, book: DrawBook): void =>
  sources.filter(({ figured }) => figured).forEach(({ recipe, wording }) => spreadOf(recipe, wording.band, book));

/** How many Beta draws a reading's figures take: two a record, two a k-of-n rule, one a start. */
function betasOf({ sources }: Reading): number {
  const figures = new Set<string>();
  const starts = new Set<string>();
  for (const { figured, recipe } of sources) {
    if (!figured) continue;
    starts.add(`${recipe.start.id} ${recipe.start.mean}`);
    for (const item of recipe.groups.flat()) {
      if (item.kind === "single") figures.add(item.record);
      else for (const id of [item.id, ...item.memberGroups.flat().map(({ record }) => record)]) figures.add(id);
    }
  }
  return (figures.size * 2 + starts.size) * DRAW_COUNT;
}

/** The middle of so many; `--quick` has twenty seconds for everything. */
const ROUNDS = process.argv.includes("--quick") ? 3 : 7;

function draws(): Row[] {
  const exam = fortyTests();
  const reading = readExam(exam.state());
  const betas = betasOf(reading);
  const shapes: readonly [number, number][] = [
    [23.5, 4.5],
    [14.5, 2.5],
    [26.5, 7.5],
    [22.5, 10.5],
    [5, 15],
  ];
  const bareLoop = () => {
    const random = seeded("bare");
    const kept = new Float64Array(betas);
    for (let draw = 0; draw < betas; draw++) {
      const [a, b] = shapes[draw % shapes.length]!;
      kept[draw] = beta(a, b, random);
    }
    return kept;
  };
  const cold = () => everyInterval(reading, createDrawBook());
  const [bareTimes, coldTimes]: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    bareTimes.push(timeOf(bareLoop, { runs: 1, warmUp: round === 0 ? 1 : 0 }));
    coldTimes.push(timeOf(cold, { runs: 1, warmUp: round === 0 ? 1 : 0 }));
  }
  const [bare, first] = [median(bareTimes), median(coldTimes)];
  const book = createDrawBook();
  everyInterval(reading, book);
  exam.run({ test: "faber", side: "right", response: "familiar", felt: ["si-area.right"] });
  const after = readExam(exam.state());
  const warm = timeOf(() => everyInterval(after, book), { runs: 40, warmUp: 5 });
  const moved = after.sources.filter(({ figured }) => figured).length;
  return [
    {
      what: `20,000 draws, ${moved} sources and sides after 40 tests, cold`,
      value: `${(first / bare).toFixed(2)} ×`,
      baseline: `a bare loop of ${betas.toLocaleString("en")} Beta draws ${ms(bare)}`,
      asked: "≤ 1.5 ×",
      ok: first / bare <= 1.5,
    },
    atMost("the same, warm, one more tap", { value: warm }, { is: "cold", value: first }, 0.5, 50),
    {
      what: "memory of the kept draws",
      value: `${(book.bytes() / 1e6).toFixed(1)} MB`,
      baseline: "80 records, 40 rules and 40 starts at most, about 51 MB",
      asked: "bounded",
      ok: book.bytes() < 60e6,
    },
  ];
}

/** What follows a tap once forty tests are done: the whole reading, the next test, and a slider. */
function everySource(): Row[] {
  const { events } = fortyTests();
  const state = fold(events);
  const text = JSON.stringify(events);
  const parse = timeOf(() => JSON.parse(text) as unknown);
  const baseline = { is: `parsing its ${events.length} events`, value: parse };
  const reading = readExam(state);
  const points = timeOf(() => readExam(state));
  const begun = buildExam().complaint("si-area.right", "lateral-calf.right").consent().guard().rest(0);
  for (const test of ["quadrant", "slump", "straight-leg-raise", "thigh-thrust"] as const)
    recordCase(begun, { ...TEST_CASES.find((one) => one.test === test && one.kind === "negative")!, side: "right" });
  const some = begun.state();
  const proposed = nextTests(some).tests.length;
  const next = timeOf(() => nextTests(some), { runs: 40, warmUp: 10 });
  const opened = reading.sources.find(({ source, side }) => source === "sacroiliac" && side === "right")!;
  let turn = 0;
  const slide = timeOf(() => {
    const supposed = { starts: { "sacroiliac right": 0.1 + (turn++ % 80) / 100 }, dependence: (turn % 20) / 20 };
    return readSource(contextOf(state, SHIPPED_EVIDENCE, supposed), opened.source, opened.side);
  });
  const complaint = buildExam().complaint("posterior-calf.right", "si-area.right", "groin.right", "low-back.central");
  const fresh = complaint.state();
  const roomy = { budget: { burden: 400, minutes: 200 } };
  const drawn = planExam(fresh, roomy);
  const plannedTests = drawn.blocks.reduce((sum, { tests }) => sum + tests.length, 0);
  const planning = p95Of(() => planExam(fresh, roomy));
  const replanning = p95Of(() => planExam(some));
  return [
    atMost(
      `plan from a complaint: ${plannedTests} tests in ${drawn.blocks.length} positions, p95`,
      { value: planning },
      baseline,
      250,
      50,
    ),
    atMost("planned anew after four answers, p95", { value: replanning }, baseline, 200, 15),
    atMost(
      `points, rules and words of ${reading.sources.length} sources and sides, 40 tests`,
      { value: points },
      baseline,
      20,
      2,
    ),
    atMost(`next test over the whole catalogue, ${proposed} proposed`, { value: next }, baseline, 100, 20),
    atMost("one step of a what-if slider (a frame is 16.7 ms)", { value: slide }, baseline, 4, 4),
  ];
}

/** Forty tests of every family on both sides, a third of them with their symptom and what lets it go. */
export function fortyTests(): ExamBuilder {
  const exam = buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");
  const ways = PROTOCOLS.filter(({ earned }) => !earned)
    .slice(0, 40)
    .flatMap(({ id, sided }) =>
      (sided ? SIDES : [null]).flatMap((side, index) => {
        const kind = (index + id.length) % 3 === 0 ? "positive" : "negative";
        const one =
          TEST_CASES.find((found) => found.test === id && found.kind === kind) ??
          TEST_CASES.find((found) => found.test === id)!;
        return [{ ...one, side }];
      }),
    );
  for (const one of ways) recordCase(exam, one);
  return exam;
}

function catalogue(): Row[] {
  const { events } = fortyTests();
  const state = fold(events);
  const settings = state.settings!;
  const text = JSON.stringify(events);
  const parse = timeOf(() => JSON.parse(text) as unknown);
  const baseline = { is: `parsing its ${events.length} events`, value: parse };
  const whole = timeOf(() => interpretExam(fold(events).runs, settings));
  const growing = historyOf(events[0]!.exam, events);
  const last = growing.state.runs.at(-1)!;
  interpretExam(growing.state.runs, settings);
  const answer = {
    ...events.at(-1)!,
    type: "felt-recorded",
    body: { run: last.id, stage: "move", places: ["groin.left"], intensity: 4, reactions: [], qualities: [] },
  } as ExamEvent;
  const one = timeOf(() => {
    interpretExam(append(growing, [answer]).state.runs, settings);
  });
  let turn = 0;
  const options = ["to-70", "30-to-70", "any"];
  const school = timeOf(() => interpretExam(state.runs, withSchool(settings, "raise-range", options[turn++ % 3]!)));
  const words = ["spurling", "prone hip", "nerve root", "arm seated", "sacroiliac", ""];
  const searches = words.map((word) => timeOf(() => searchCatalogue(word)));
  return [
    atMost(
      `interpreting 40 tests, both sides (${state.runs.length} runs), fold included`,
      { value: whole },
      baseline,
      15,
      3,
    ),
    atMost("the same after one more event", { value: one }, { is: "in full", value: whole }, 0.25, 0.5),
    atMost("the same after another technique option", { value: school }, { is: "in full", value: whole }, 2, 5),
    atMost(
      `library search over ${PROTOCOLS.length} tests, slowest of ${words.length}`,
      { value: Math.max(...searches) },
      baseline,
      6,
      5,
    ),
  ];
}

export const coreRows = (): Row[] => [...pointReading(), ...catalogue(), ...everySource(), ...draws()];
