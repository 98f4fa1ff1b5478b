import type { ExamEvent } from "@/core/exam/events";
import { extend, fold } from "@/core/exam/fold";
import { withSchool } from "@/core/exam/settings";
import { PROTOCOLS } from "@/core/knowledge/protocols";
import { searchCatalogue } from "@/core/knowledge/search";
import { assessGuard } from "@/core/guard/assess";
import { runSheet } from "@/core/planning/run-sheet";
import { createDrawBook, DRAW_COUNT, spreadOf } from "@/core/reading/draws";
import { beta, seeded } from "@/core/reading/random";
import { interpretExam } from "@/core/reading/interpret";
import { readExam } from "@/core/reading/reading";
import { judgeRule } from "@/core/reading/rules";
import { RULES } from "@/core/knowledge/rules";
import { buildExam, type BuildOptions, type ExamBuilder } from "@/core/samples/build";
import { recordCase, TEST_CASES } from "@/core/samples/cases";
import { SIDES } from "@/core/vocabulary/sides";
import { atMost, median, ms, type Row, timeOf } from "./measure";

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
    });
  }
  exam.events.length = events;
  return exam;
}

function pointReading(): Row[] {
  const { events } = longExam();
  const text = JSON.stringify(events);
  const parse = timeOf(() => JSON.parse(text) as unknown);
  const baseline = `parsing the same 200 events ${ms(parse)}`;
  const state = fold(events);
  const settings = state.settings!;
  const context = { centralises: null, order: [] };
  const folded = timeOf(() => {
    const outcomes = interpretExam(fold(events).runs, settings);
    for (const side of SIDES) for (const rule of RULES) judgeRule(rule, side, outcomes, context);
  });
  const tap = timeOf(() => {
    const next = fold(events);
    const guard = assessGuard(next);
    runSheet(next, guard, readExam(next));
  });
  return [
    atMost("fold, interpret and rules, 200 events", folded, 1, baseline),
    atMost("a tap: state, guard, reading and sheet, 200 events", tap, 2, baseline),
  ];
}

function draws(): Row[] {
  const exam = buildExam().complaint("si-area.right");
  for (const test of ["thigh-thrust", "si-distraction", "gaenslen", "si-compression", "sacral-thrust"] as const) {
    exam.run({ test, side: "right", response: "familiar", felt: ["si-area.right"] });
    exam.run({ test, side: "left", response: "nothing" });
  }
  const reading = readExam(exam.state());
  /** Records the two readings draw: each is a sensitivity and a specificity; each start is one draw. */
  const records = new Set(
    reading.figured.flatMap(({ recipe }) =>
      recipe.groups
        .flat()
        .flatMap((item) =>
          item.kind === "single" ? [item.record] : [item.id, ...item.memberGroups.flat().map(({ record }) => record)],
        ),
    ),
  );
  const betas = (records.size * 2 + 2) * DRAW_COUNT;
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
  const cold = () => {
    const book = createDrawBook();
    reading.figured.forEach(({ recipe, wording }) => spreadOf(recipe, 10, wording.band, book));
  };
  const [bareTimes, coldTimes]: [number[], number[]] = [[], []];
  for (let round = 0; round < 9; round++) {
    bareTimes.push(timeOf(bareLoop, { runs: 1, warmUp: round === 0 ? 1 : 0 }));
    coldTimes.push(timeOf(cold, { runs: 1, warmUp: round === 0 ? 1 : 0 }));
  }
  const [bare, first] = [median(bareTimes), median(coldTimes)];
  const book = createDrawBook();
  reading.figured.forEach(({ recipe, wording }) => spreadOf(recipe, 10, wording.band, book));
  exam.run({ test: "faber", side: "right", response: "familiar", felt: ["si-area.right"] });
  const after = readExam(exam.state());
  const warm = timeOf(() => after.figured.forEach(({ recipe, wording }) => spreadOf(recipe, 10, wording.band, book)), {
    runs: 40,
    warmUp: 5,
  });
  return [
    {
      what: `20,000 draws, both sides, ${records.size} records, cold`,
      value: `${(first / bare).toFixed(2)} ×`,
      baseline: `a bare loop of ${betas.toLocaleString("en")} Beta draws ${ms(bare)}`,
      asked: "≤ 1.5 ×",
      ok: first / bare <= 1.5,
    },
    atMost("the same, warm, one more tap", warm, 15, `cold ${ms(first)}`),
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
  const baseline = `parsing its ${events.length} events ${ms(parse)}`;
  const whole = timeOf(() => interpretExam(fold(events).runs, settings));
  const growing = fold(events);
  const last = growing.runs.at(-1)!;
  interpretExam(growing.runs, settings);
  const answer = {
    ...events.at(-1)!,
    type: "felt-recorded",
    body: { run: last.id, stage: "move", places: ["groin.left"], intensity: 4, reactions: [], qualities: [] },
  } as ExamEvent;
  const one = timeOf(() => {
    extend(growing, answer);
    interpretExam(growing.runs, settings);
  });
  let turn = 0;
  const options = ["to-70", "30-to-70", "any"];
  const school = timeOf(() => interpretExam(state.runs, withSchool(settings, "raise-range", options[turn++ % 3]!)));
  const words = ["spurling", "prone hip", "nerve root", "arm seated", "sacroiliac", ""];
  const searches = words.map((word) => timeOf(() => searchCatalogue(word)));
  return [
    atMost(`interpreting 40 tests, both sides (${state.runs.length} runs), fold included`, whole, 3, baseline),
    atMost("the same after one more event", one, 0.5, `in full ${ms(whole)}`),
    atMost("the same after another school", school, 5, `in full ${ms(whole)}`),
    atMost(
      `library search over ${PROTOCOLS.length} tests, slowest of ${words.length}`,
      Math.max(...searches),
      5,
      baseline,
    ),
  ];
}

export const coreRows = (): Row[] => [...pointReading(), ...catalogue(), ...draws()];
