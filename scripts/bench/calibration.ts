import { writeFileSync } from "node:fs";
import { line, scaleLinear } from "d3";
import {
  accuracyOf,
  combine,
  createDrawBook,
  type EvidenceSet,
  logit,
  posttest,
  probabilityOf,
  type Recipe,
  seeded,
  SIMULATED_COVERAGE,
  FIRST_EVIDENCE,
  spreadOf,
} from "@/core";
import { HARDER, honest, type HonestRow, honestTable, SINGLES, TESTS } from "./honest";
import {
  bits,
  chanceOfPattern,
  makeWorld,
  type Ratios,
  singleItems,
  study,
  surveyed,
  trueChance,
  type World,
} from "./simulate";

const ASSUMED = [0, 0.2, 0.35, 0.5, 0.75, 1] as const;
const TRUE = [0, 0.2, 0.4, 0.6] as const;
const PREVALENCE = 0.25;
const RULE_K = 3;
const LIMIT = 10;

const recipeFor = (pattern: number, ratios: readonly Ratios[], dependence: number, start: Recipe["start"]): Recipe => ({
  start,
  groups: [singleItems(pattern, ratios, LIMIT)],
  dependence,
});

const EXACT: Recipe["start"] = { id: "exact", mean: PREVALENCE, equivalentPeople: 1e6 };
const trueRatios = TESTS.map(({ sensitivity, specificity }) => ({
  positive: sensitivity / (1 - specificity),
  negative: (1 - sensitivity) / specificity,
}));

const clipped = (step: number): number => Math.min(0.1, Math.max(-0.1, step));

/** Slope and intercept of truth on the stated log-odds, by Newton's method over all patterns. */
function calibrationSlope(world: World, stated: readonly number[]): { slope: number; intercept: number } {
  let [intercept, slope] = [0, 1];
  for (let round = 0; round < 400; round++) {
    let [g0, g1, h00, h01, h11] = [0, 0, 0, 0, 0];
    stated.forEach((chance, pattern) => {
      const weight = chanceOfPattern(world, pattern);
      const x = logit(chance);
      const fitted = probabilityOf(intercept + slope * x);
      const residual = trueChance(world, pattern) - fitted;
      const spread = fitted * (1 - fitted);
      g0 += weight * residual;
      g1 += weight * residual * x;
      h00 += weight * spread;
      h01 += weight * spread * x;
      h11 += weight * spread * x * x;
    });
    const determinant = h00 * h11 - h01 * h01;
    if (determinant < 1e-14) break;
    /** Short steps: a whole one can leap over the answer when the stated chances are far apart. */
    intercept += clipped((h11 * g0 - h01 * g1) / determinant);
    slope += clipped((h00 * g1 - h01 * g0) / determinant);
  }
  return { slope, intercept };
}

/** Expected squared distance between what is stated and what is so. */
const brier = (world: World, stated: readonly number[]): number =>
  stated.reduce((sum, chance, pattern) => {
    const truth = trueChance(world, pattern);
    return sum + chanceOfPattern(world, pattern) * (truth * (1 - chance) ** 2 + (1 - truth) * chance ** 2);
  }, 0);

/** k of n alone: the rule's own ratio in this world, whatever the single tests said. */
function ruleAlone(world: World): number[] {
  let [havingMet, lackingMet] = [0, 0];
  const met = (pattern: number) => bits(pattern, TESTS.length).filter(Boolean).length >= RULE_K;
  world.withSource.forEach((chance, pattern) => (havingMet += met(pattern) ? chance : 0));
  world.without.forEach((chance, pattern) => (lackingMet += met(pattern) ? chance : 0));
  return Array.from({ length: world.withSource.length }, (_, pattern) =>
    posttest(PREVALENCE, met(pattern) ? havingMet / lackingMet : (1 - havingMet) / (1 - lackingMet)),
  );
}

/** Stated against true, in ten bands of what is stated. */
function curve(world: World, stated: readonly number[]): { stated: number; truth: number }[] {
  const bands = new Map<number, { weight: number; stated: number; truth: number }>();
  stated.forEach((chance, pattern) => {
    const band = Math.min(9, Math.floor(chance * 10));
    const weight = chanceOfPattern(world, pattern);
    const held = bands.get(band) ?? { weight: 0, stated: 0, truth: 0 };
    bands.set(band, {
      weight: held.weight + weight,
      stated: held.stated + weight * chance,
      truth: held.truth + weight * trueChance(world, pattern),
    });
  });
  return [...bands]
    .toSorted(([a], [b]) => a - b)
    .map(([, { weight, stated: sum, truth }]) => ({ stated: sum / weight, truth: truth / weight }));
}

const STUDIES = 60;
const PEOPLE_PER_STUDY = 12;
const DRAWS = 1000;

/** How often the interval holds the true chance, when figures come from a study of 48 people and the start from 20. */
function coverage(world: World, dependence: number): { p50: number; p95: number } {
  let [in50, in95, all] = [0, 0, 0];
  const cumulative: number[] = [];
  let sum = 0;
  for (let pattern = 0; pattern < world.withSource.length; pattern++)
    cumulative.push((sum += chanceOfPattern(world, pattern)));
  for (let round = 0; round < STUDIES; round++) {
    const seed = `study ${round} ${world.correlation}`;
    const counts = study(world, 16, 32, seed);
    const evidence: EvidenceSet = {
      ...FIRST_EVIDENCE,
      version: seed,
      records: counts.map((one, test) => ({ ...SINGLES[test]!, id: `own.${test}`, counts: one })),
      rules: [],
    };
    const book = createDrawBook(DRAWS, evidence);
    const ratios = counts.map((one) => {
      const { lrPositive, lrNegative } = accuracyOf(one);
      return { positive: lrPositive, negative: lrNegative };
    });
    const having = surveyed(PREVALENCE, 20, `${seed} start`);
    const start = { id: seed, mean: (having + 0.5) / 21, equivalentPeople: 20 };
    const random = seeded(`${seed} people`);
    for (let person = 0; person < PEOPLE_PER_STUDY; person++) {
      const at = random() * sum;
      const pattern = cumulative.findIndex((upTo) => at < upTo);
      const { p50, p95 } = spreadOf(recipeFor(pattern, ratios, dependence, start), [0, 1], book);
      const truth = trueChance(world, pattern);
      all++;
      if (truth >= p50[0] && truth <= p50[1]) in50++;
      if (truth >= p95[0] && truth <= p95[1]) in95++;
    }
  }
  return { p50: in50 / all, p95: in95 / all };
}

export type CalibrationRow = {
  readonly truth: number;
  readonly method: string;
  readonly slope: number;
  readonly brier: number;
  readonly p50: number | null;
  readonly p95: number | null;
  readonly curve: readonly { stated: number; truth: number }[];
};

/** Every assumed dependence against every true one, beside the rule alone. */
export function calibrate(): CalibrationRow[] {
  return TRUE.flatMap((truth) => {
    const world = makeWorld(TESTS, PREVALENCE, truth);
    const patterns = Array.from({ length: world.withSource.length }, (_, pattern) => pattern);
    const rows = ASSUMED.map((dependence): CalibrationRow => {
      const stated = patterns.map((pattern) => combine(recipeFor(pattern, trueRatios, dependence, EXACT)));
      return {
        truth,
        method: dependence === 0 ? "ρ = 0, the naive product" : `ρ = ${dependence}`,
        ...calibrationSlope(world, stated),
        brier: brier(world, stated),
        ...coverage(world, dependence),
        curve: curve(world, stated),
      };
    });
    const alone = ruleAlone(world);
    return [
      ...rows,
      {
        truth,
        method: `${RULE_K} of ${TESTS.length} alone`,
        ...calibrationSlope(world, alone),
        brier: brier(world, alone),
        p50: null,
        p95: null,
        curve: curve(world, alone),
      },
    ];
  });
}

const share = (value: number | null): string => (value === null ? "" : `${Math.round(value * 100)} %`);

/** The table as it stands in docs/method.md. */
export function calibrationTable(rows: readonly CalibrationRow[]): string {
  return [
    "| true correlation | assumed | slope | Brier | in the 50 % interval | in the 95 % interval |",
    "| --- | --- | --- | --- | --- | --- |",
    ...rows.map(
      ({ truth, method, slope, brier: score, p50, p95 }) =>
        `| ${truth} | ${method} | ${slope.toFixed(2)} | ${score.toFixed(4)} | ${share(p50)} | ${share(p95)} |`,
    ),
  ].join("\n");
}

const PANEL = 210;
const COLOURS = ["#0c5763", "#6f2a78", "#9a4a07"];
const DRAWN = ["ρ = 0, the naive product", "ρ = 0.5", `${RULE_K} of ${TESTS.length} alone`];
const DASHES = ["", "6 3", "2 3"];

/** Stated against true chance, one panel a true correlation. */
export function calibrationPicture(rows: readonly CalibrationRow[]): string {
  const x = scaleLinear([0, 1], [0, PANEL]);
  const y = scaleLinear([0, 1], [PANEL, 0]);
  const path = line<{ stated: number; truth: number }>(
    (point) => x(point.stated),
    (point) => y(point.truth),
  );
  const panels = TRUE.map((truth, index) => {
    const lines = DRAWN.map((method, at) => {
      const found = rows.find((row) => row.truth === truth && row.method === method)!;
      const marks = found.curve
        .map(
          ({ stated, truth: so }) =>
            `<circle cx="${x(stated).toFixed(1)}" cy="${y(so).toFixed(1)}" r="3" fill="${COLOURS[at]}"/>`,
        )
        .join("");
      return `<path d="${path(found.curve)}" fill="none" stroke="${COLOURS[at]}" stroke-width="2" stroke-dasharray="${DASHES[at]}"/>${marks}`;
    }).join("");
    const ticks = [0, 0.5, 1]
      .map(
        (tick) =>
          `<text x="${x(tick)}" y="${PANEL + 14}" text-anchor="middle">${tick}</text><text x="-6" y="${y(tick) + 4}" text-anchor="end">${tick}</text>`,
      )
      .join("");
    return `<g transform="translate(${50 + index * (PANEL + 50)} 40)"><rect width="${PANEL}" height="${PANEL}" fill="#fffaf0" stroke="#8f7c60"/><path d="M0 ${PANEL}L${PANEL} 0" stroke="#d9cbb2"/>${lines}${ticks}<text x="${PANEL / 2}" y="-10" text-anchor="middle" font-weight="bold">true correlation ${truth}</text></g>`;
  }).join("");
  const legend = DRAWN.map(
    (method, at) =>
      `<g transform="translate(${50 + at * 260} 300)"><path d="M0 0H34" stroke="${COLOURS[at]}" stroke-width="2" stroke-dasharray="${DASHES[at]}"/><text x="42" y="4">${method}</text></g>`,
  ).join("");
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1090 320" font-family="sans-serif" font-size="12" fill="#2a2118" role="img" aria-label="Stated chance (across) against true chance (up), for four true correlations"><rect width="1090" height="320" fill="#f6efe2"/>${panels}${legend}</svg>\n`;
}

/** What the screens and docs/method.md say of today's way, where it is not so. */
export function brokenPromises(rows: readonly HonestRow[]): string[] {
  const today = rows.filter(({ name }) => name.endsWith("(today)"));
  const all = today.find(({ correlation }) => correlation === null)!;
  const lowest = Math.min(...today.map(({ p95 }) => p95));
  return [
    ...(Math.abs(all.p95 - SIMULATED_COVERAGE) > 0.01
      ? [
          `A nominal 95 % interval held the truth in ${share(all.p95)} of the simulated, and SIMULATED_COVERAGE in src/core/reading/nominal.ts says ${share(SIMULATED_COVERAGE)}: write the new number there and in docs/method.md.`,
        ]
      : []),
    ...(all.brier > 0.124 ? [`The Brier score over all settings is ${all.brier.toFixed(4)}, above 0.124.`] : []),
    ...(lowest < 0.745 ? [`At one correlation the interval holds only ${share(lowest)}, below 75 %.`] : []),
  ];
}

/** Prints the table; with a path, writes the picture there too. Fails where a promise is broken. */
export function runCalibration(picture: string | undefined): void {
  const rows = calibrate();
  console.log(calibrationTable(rows));
  const settled = honest();
  console.log(`\n${honestTable(settled)}`);
  for (const trial of HARDER)
    console.log(
      `\nThe correlation of ${trial.of}, figures that miss by ${trial.misfit}:\n${honestTable(honest(trial).filter(({ correlation }) => correlation === null))}`,
    );
  const broken = brokenPromises(settled);
  broken.forEach((one) => console.error(one));
  if (broken.length) process.exitCode = 1;
  if (picture) writeFileSync(picture, calibrationPicture(rows));
}
