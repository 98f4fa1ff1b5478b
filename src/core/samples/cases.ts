import { isAnswered, kindOf, ladderOf } from "../record/ladder";
import type { ReadingSettings } from "../record/settings";
import { protocolOf, type TestId } from "../knowledge/protocols";
import type { Outcome, Quality, Response } from "../vocabulary/examination";
import type { Place } from "../vocabulary/sites";
import type { Side } from "../vocabulary/sides";
import type { SourceId } from "../vocabulary/sources";
import { buildExam, continueExam, type ExamBuilder } from "./build";

/** One thing that is recorded at the table. `rest`: every provoking stage still open gets this response. */
export type CaseStep =
  | {
      readonly stage: string;
      readonly response: Response;
      readonly felt?: readonly Place[];
      readonly intensity?: number;
      readonly qualities?: readonly Quality[];
    }
  | { readonly stage: string; readonly answer: string }
  | { readonly measure: string; readonly value: number }
  | { readonly sign: string; readonly option: string }
  | { readonly skip: string }
  | { readonly rest: Response };

export type Expected = readonly [source: SourceId, side: Side | null, outcome: Outcome];

/** One way a test can go, and what must be read from it. */
export type TestCase = {
  readonly test: TestId;
  readonly side: Side | null;
  readonly kind: "positive" | "negative" | "unclear";
  readonly steps: readonly CaseStep[];
  readonly expect: readonly Expected[];
  /** The symptom at rest, where the test needs one. */
  readonly atRest?: { readonly intensity: number; readonly places: readonly Place[] };
  /** Tests done before, where this one must be earned or compared. */
  readonly before?: readonly Omit<TestCase, "kind" | "expect">[];
  readonly schools?: ReadingSettings["schools"];
};

const theirs = (stage: string, ...felt: readonly Place[]): CaseStep => ({ stage, response: "familiar", felt });
const said = (stage: string, answer: string): CaseStep => ({ stage, answer });
const read = (measure: string, value: number): CaseStep => ({ measure, value });
const noted = (sign: string, option: string): CaseStep => ({ sign, option });
const rest = (response: Response): CaseStep => ({ rest: response });

type Way = Omit<TestCase, "test" | "side" | "kind">;
const way = (steps: readonly CaseStep[], expect: readonly Expected[], more: Partial<Way> = {}): Way => ({
  steps,
  expect,
  ...more,
});

const cases = (
  test: TestId,
  side: Side | null,
  ways: { readonly positive?: Way; readonly negative?: Way; readonly unclear?: Way },
): readonly TestCase[] =>
  (["positive", "negative", "unclear"] as const).flatMap((kind) =>
    ways[kind] ? [{ test, side, kind, ...ways[kind] }] : [],
  );

const R = "right";
const provoked = (
  test: TestId,
  stage: string,
  place: Place,
  source: SourceId,
  unclearPlace: Place | null,
  side: Side | null = R,
): readonly TestCase[] => {
  const at = protocolOf(test).readings.find((reading) => reading.source === source)!.sides === "midline" ? null : R;
  return cases(test, side, {
    positive: way([theirs(stage, place)], [[source, at, "positive"]]),
    negative: way([rest("stretch")], [[source, at, "negative"]]),
    ...(unclearPlace ? { unclear: way([theirs(stage, unclearPlace)], [[source, at, "equivocal"]]) } : {}),
  });
};

const IN_ARM = { intensity: 4, places: ["radial-forearm.right"] } as const;
const RAISE_GAVE_LEG = [
  { test: "straight-leg-raise", side: R, steps: [theirs("raise", "posterior-calf.right"), read("onset", 45)] },
] as const;
const RELOCATION_CLEAR = [{ test: "sharp-purser", side: null, steps: [said("ease-back", "none")] }] as const;
const SI_PROVOKED = [{ test: "thigh-thrust", side: R, steps: [theirs("push", "si-area.right")] }] as const;
const MOTION = { "si-motion": "on" } as const;
const lower = "lower-lumbosacral-root" as const;

const ulnt = (test: TestId, stage: string, nerve: SourceId): readonly TestCase[] =>
  cases(test, "left", {
    positive: way(
      [theirs(stage, "radial-forearm.left"), said("neck-midline", "less")],
      [
        ["cervical-root", "left", "positive"],
        [nerve, "left", "equivocal"],
      ],
    ),
    negative: way(
      [theirs(stage, "radial-forearm.left"), said("neck-midline", "unchanged"), said("far", "gone")],
      [
        ["cervical-root", "left", "negative"],
        [nerve, "left", "positive"],
      ],
    ),
    unclear: way(
      [theirs(stage, "radial-forearm.left")],
      [
        ["cervical-root", "left", "equivocal"],
        [nerve, "left", "equivocal"],
      ],
    ),
  });

const NEURAL: readonly TestCase[] = [
  ...cases("slump", R, {
    positive: way(
      [theirs("knee", "posterior-calf.right"), said("head", "less"), said("reverse", "returned")],
      [[lower, R, "positive"]],
    ),
    negative: way(
      [theirs("knee", "posterior-calf.right"), said("head", "unchanged")],
      [
        [lower, R, "negative"],
        ["hamstring-length", R, "positive"],
      ],
    ),
    unclear: way([theirs("knee", "posterior-calf.right")], [[lower, R, "equivocal"]]),
  }),
  ...provoked("seated-straight-leg-raise", "knee", "posterior-calf.right", lower, "neck.central"),
  ...cases("straight-leg-raise", R, {
    positive: way([theirs("raise", "posterior-calf.right"), read("onset", 45)], [[lower, R, "positive"]]),
    negative: way(
      [rest("stretch"), read("end", 85)],
      [
        [lower, R, "negative"],
        ["hamstring-length", R, "positive"],
      ],
    ),
    unclear: way([theirs("raise", "posterior-calf.right"), read("onset", 80)], [[lower, R, "equivocal"]]),
  }),
  ...cases("dorsiflexion-sign", R, {
    positive: way(
      [said("plantarflex", "less"), said("lower", "eased"), theirs("dorsiflex", "posterior-calf.right")],
      [[lower, R, "positive"]],
      { before: RAISE_GAVE_LEG },
    ),
    negative: way(
      [said("plantarflex", "unchanged"), said("lower", "eased"), { stage: "dorsiflex", response: "nothing" }],
      [[lower, R, "negative"]],
      { before: RAISE_GAVE_LEG },
    ),
    unclear: way(
      [said("plantarflex", "unchanged"), said("lower", "still-sore"), theirs("dorsiflex", "posterior-calf.right")],
      [[lower, R, "not interpretable"]],
      { before: RAISE_GAVE_LEG },
    ),
  }),
  ...provoked("neck-flexion-after-raise", "head", "posterior-calf.right", lower, "low-back.central").map((one) => ({
    ...one,
    before: RAISE_GAVE_LEG,
  })),
  ...cases("side-lying-leg-raise", R, {
    positive: way([theirs("raise", "lateral-calf.right"), read("onset", 40)], [[lower, R, "positive"]]),
    negative: way([rest("stretch")], [[lower, R, "negative"]]),
    unclear: way([theirs("raise", "posterior-thigh.right")], [[lower, R, "equivocal"]]),
  }),
  ...cases("crossed-leg-raise", R, {
    positive: way([theirs("raise", "posterior-calf.left")], [[lower, "left", "positive"]]),
    negative: way([rest("nothing")], [[lower, "left", "negative"]]),
    unclear: way([theirs("raise", "low-back.central")], [[lower, "left", "equivocal"]]),
  }),
  ...cases("prone-lift", R, {
    positive: way(
      [{ stage: "thigh", response: "familiar", felt: ["anterior-thigh.right"], qualities: ["burning"] }],
      [["upper-lumbar-root", R, "positive"]],
    ),
    negative: way(
      [rest("stretch")],
      [
        ["upper-lumbar-root", R, "negative"],
        ["quadriceps-length", R, "positive"],
      ],
    ),
    unclear: way([theirs("thigh", "anterior-thigh.right")], [["upper-lumbar-root", R, "equivocal"]]),
  }),
  ...cases("side-lying-femoral", R, {
    positive: way(
      [theirs("extend", "anterior-thigh.right"), said("head", "less")],
      [["upper-lumbar-root", R, "positive"]],
    ),
    negative: way(
      [theirs("extend", "anterior-thigh.right"), said("head", "unchanged")],
      [["upper-lumbar-root", R, "negative"]],
    ),
    unclear: way([theirs("extend", "anterior-thigh.right")], [["upper-lumbar-root", R, "equivocal"]]),
  }),
  ...cases("valsalva", null, {
    positive: way([theirs("hold", "radial-forearm.right")], [["cervical-disc", null, "positive"]]),
    negative: way([rest("nothing")], [["cervical-disc", null, "negative"]]),
    unclear: way([{ stage: "hold", response: "familiar" }], [["cervical-disc", null, "equivocal"]]),
  }),
  ...ulnt("ulnt-1", "wrist", "median-nerve"),
  ...ulnt("ulnt-2a", "abduction", "median-nerve"),
  ...ulnt("ulnt-2b", "abduction", "radial-nerve"),
  ...ulnt("ulnt-3", "elbow", "ulnar-nerve"),
];

const relieved = (test: TestId, stage: string, side: Side | null): readonly TestCase[] =>
  cases(test, side, {
    positive: way([said(stage, "less")], [["cervical-root", R, "positive"]], { atRest: IN_ARM }),
    negative: way([said(stage, "unchanged")], [["cervical-root", R, "negative"]], { atRest: IN_ARM }),
    unclear: way([said(stage, "unchanged")], [["cervical-root", R, "not interpretable"]], {
      atRest: { intensity: 0, places: [] },
    }),
  });

const CERVICAL: readonly TestCase[] = [
  ...cases("foraminal-compression", R, {
    positive: way([theirs("towards", "radial-forearm.right")], [["cervical-root", R, "positive"]]),
    negative: way(
      [theirs("towards", "neck.right")],
      [
        ["cervical-root", R, "negative"],
        ["cervical-facet", R, "positive"],
      ],
    ),
    unclear: way([{ stage: "neutral", response: "familiar" }], [["cervical-root", R, "equivocal"]]),
  }),
  ...cases("maximal-compression", R, {
    positive: way([theirs("press", "radial-forearm.right")], [["cervical-root", R, "positive"]]),
    negative: way([rest("nothing")], [["cervical-root", R, "negative"]]),
    unclear: way([{ stage: "press", response: "familiar" }], [["cervical-root", R, "equivocal"]]),
  }),
  ...relieved("neck-distraction", "lift", null),
  ...relieved("shoulder-abduction-relief", "hand", R),
  ...cases("shoulder-depression", R, {
    positive: way([theirs("press", "lateral-upper-arm.right")], [["cervical-root", R, "positive"]]),
    negative: way([rest("stretch")], [["cervical-root", R, "negative"]]),
    unclear: way([{ stage: "press", response: "familiar" }], [["cervical-root", R, "equivocal"]]),
  }),
  ...cases("neck-side-bend", R, {
    negative: way([rest("stretch")], [["cervical-root", R, "negative"]]),
    unclear: way(
      [theirs("towards", "radial-forearm.right"), { stage: "away", response: "nothing" }],
      [["cervical-root", R, "equivocal"]],
    ),
  }),
  ...cases("lhermitte", null, {
    positive: way([said("flex", "shock")], [["spinal-cord", null, "positive"]]),
    negative: way([said("flex", "nothing")], [["spinal-cord", null, "negative"]]),
    unclear: way([said("flex", "unsure")], [["spinal-cord", null, "equivocal"]]),
  }),
  ...cases("flexion-rotation", R, {
    positive: way([rest("nothing"), read("rotation", 29)], [["c1-c2", R, "positive"]]),
    negative: way([rest("nothing"), read("rotation", 44)], [["c1-c2", R, "negative"]]),
    unclear: way([rest("nothing")], [["c1-c2", R, "equivocal"]]),
  }),
  ...cases("neck-rotation", R, {
    positive: way([read("rotation", 48)], [["cervical-root", R, "positive"]]),
    negative: way([read("rotation", 74)], [["cervical-root", R, "negative"]]),
  }),
  ...cases("craniocervical-flexion", null, {
    positive: way([said("mmhg-22", "clean"), said("mmhg-24", "surface")], [["deep-neck-flexors", null, "positive"]]),
    negative: way(
      ["22", "24", "26", "28"].map((level) => said(`mmhg-${level}`, "clean")).concat(said("mmhg-30", "short")),
      [["deep-neck-flexors", null, "negative"]],
    ),
  }),
  ...cases("outlet-pulse", R, {
    positive: way(
      [said("resting-pulse", "same"), theirs("position", "ulnar-forearm.right"), noted("pulse", "gone")],
      [["thoracic-outlet", R, "positive"]],
    ),
    negative: way(
      [said("resting-pulse", "same"), rest("nothing"), noted("pulse", "gone")],
      [["thoracic-outlet", R, "negative"]],
    ),
    unclear: way(
      [said("resting-pulse", "same"), theirs("position", "ulnar-forearm.right"), noted("pulse", "same")],
      [["thoracic-outlet", R, "equivocal"]],
    ),
  }),
  ...cases("elevated-arm", R, {
    positive: way([rest("nothing"), read("stopped-at", 95)], [["thoracic-outlet", R, "positive"]]),
    negative: way([rest("stretch"), read("stopped-at", 180)], [["thoracic-outlet", R, "negative"]]),
    unclear: way([rest("other"), read("stopped-at", 180)], [["thoracic-outlet", R, "equivocal"]]),
  }),
  ...cases("sharp-purser", null, {
    positive: way([said("ease-back", "slide")], [["transverse-ligament", null, "positive"]]),
    negative: way([said("ease-back", "none")], [["transverse-ligament", null, "negative"]]),
    unclear: way(
      [said("ease-back", "cord-sign")],
      [
        ["transverse-ligament", null, "not interpretable"],
        ["spinal-cord", null, "positive"],
      ],
    ),
  }),
  ...cases("alar", R, {
    positive: way(
      [said("neutral", "late"), said("flexion", "absent"), said("extension", "late"), said("turning", "late")],
      [["alar-ligament", R, "positive"]],
      { before: RELOCATION_CLEAR },
    ),
    negative: way(
      [
        said("neutral", "at-once"),
        said("flexion", "at-once"),
        said("extension", "at-once"),
        said("turning", "at-once"),
      ],
      [["alar-ligament", R, "negative"]],
      { before: RELOCATION_CLEAR },
    ),
    unclear: way(
      [said("neutral", "late"), said("flexion", "at-once"), said("extension", "at-once"), said("turning", "at-once")],
      [["alar-ligament", R, "equivocal"]],
      { before: RELOCATION_CLEAR },
    ),
  }),
  ...cases("transverse", null, {
    positive: way([said("lift", "symptoms")], [["transverse-ligament", null, "positive"]], {
      before: RELOCATION_CLEAR,
    }),
    negative: way([said("lift", "none")], [["transverse-ligament", null, "negative"]], { before: RELOCATION_CLEAR }),
    unclear: way([said("lift", "unsure")], [["transverse-ligament", null, "equivocal"]], { before: RELOCATION_CLEAR }),
  }),
];

const TRUE_RANGE = ["flexion", "extension", "bend-right", "bend-left"].flatMap((direction) => [
  read(`${direction}-t12`, 40),
  read(`${direction}-s1`, 15),
]);

const LUMBAR: readonly TestCase[] = [
  ...cases("quadrant", R, {
    positive: way([theirs("extend", "low-back.right")], [["lumbar-facet", R, "positive"]]),
    negative: way([rest("nothing")], [["lumbar-facet", R, "negative"]]),
    unclear: way([{ stage: "extend", response: "familiar" }], [["lumbar-facet", R, "equivocal"]]),
  }),
  ...cases("lumbar-torsion", R, {
    positive: way([theirs("l4", "low-back.central")], [["lumbar-facet", R, "positive"]]),
    negative: way([rest("nothing")], [["lumbar-facet", R, "negative"]]),
    unclear: way([{ stage: "l4", response: "familiar" }], [["lumbar-facet", R, "equivocal"]]),
  }),
  ...cases("prone-instability", null, {
    positive: way([said("rest", "theirs"), said("lifted", "gone")], [["lumbar-muscular-control", null, "positive"]]),
    negative: way([said("rest", "theirs"), said("lifted", "same")], [["lumbar-muscular-control", null, "negative"]]),
    unclear: way([said("rest", "theirs"), { skip: "lifted" }], [["lumbar-muscular-control", null, "equivocal"]]),
  }),
  ...cases("side-lying-shear", null, {
    positive: way(
      [said("at-45", "theirs"), said("at-90", "eased"), said("full", "eased"), said("tightened", "eased")],
      [
        ["lumbar-passive-restraint", null, "positive"],
        ["lumbar-muscular-control", null, "positive"],
      ],
    ),
    negative: way([said("at-45", "none")], [["lumbar-passive-restraint", null, "negative"]]),
    unclear: way(
      [said("at-45", "theirs"), { skip: "at-90" }, { skip: "full" }, { skip: "tightened" }],
      [
        ["lumbar-passive-restraint", null, "equivocal"],
        ["lumbar-muscular-control", null, "equivocal"],
      ],
    ),
  }),
  ...cases("craniocervical-flexion", null, {
    unclear: way(
      [
        said("mmhg-22", "clean"),
        said("mmhg-24", "clean"),
        { skip: "mmhg-26" },
        said("mmhg-28", "clean"),
        said("mmhg-30", "clean"),
      ],
      [["deep-neck-flexors", null, "not interpretable"]],
    ),
  }),
  ...provoked("heel-to-buttock", "hold", "low-back.central", "lumbar-passive-restraint", null, null),
  ...cases("heel-to-buttock", null, {
    unclear: way([{ stage: "hold", response: "familiar" }], [["lumbar-passive-restraint", null, "equivocal"]]),
  }),
  ...cases("passive-lumbar-extension", null, {
    positive: way(
      [theirs("lift", "low-back.central"), said("lower", "gone")],
      [["lumbar-passive-restraint", null, "positive"]],
    ),
    negative: way([rest("nothing")], [["lumbar-passive-restraint", null, "negative"]]),
    unclear: way([theirs("lift", "low-back.central")], [["lumbar-passive-restraint", null, "equivocal"]]),
  }),
  ...provoked("resisted-piriformis", "push", "central-buttock.right", "piriformis", "si-area.right"),
  ...provoked("seated-piriformis", "stretch", "central-buttock.right", "deep-gluteal", "si-area.right"),
  ...provoked("active-piriformis", "push", "central-buttock.right", "deep-gluteal", "si-area.right"),
  ...cases("repeated-movements", null, {
    positive: way(
      [
        said("flexion", "none"),
        said("extension", "centralises"),
        said("side-glide-right", "none"),
        said("side-glide-left", "none"),
      ],
      [["lumbar-disc", null, "positive"]],
    ),
    negative: way(
      ["flexion", "extension", "side-glide-right", "side-glide-left"].map((direction) => said(direction, "none")),
      [["lumbar-disc", null, "negative"]],
    ),
    unclear: way([said("flexion", "peripheralises")], [["lumbar-disc", null, "equivocal"]]),
  }),
  ...cases("abdominal-wall-tensing", null, {
    positive: way([said("curl", "worse")], [["abdominal-wall", null, "positive"]]),
    negative: way(
      [said("curl", "eased")],
      [
        ["abdominal-wall", null, "negative"],
        ["viscera", null, "positive"],
      ],
    ),
    unclear: way([said("curl", "same")], [["abdominal-wall", null, "equivocal"]]),
  }),
  ...cases("diaphragm-palpation", null, {
    negative: way([said("press", "none")], [["viscera", null, "negative"]]),
    unclear: way([said("press", "guarding")], [["viscera", null, "equivocal"]]),
  }),
  ...cases("segmental-pressure", null, {
    unclear: way(
      [theirs("press", "low-back.central"), noted("level", "l4")],
      [["lumbar-passive-restraint", null, "not interpretable"]],
    ),
  }),
  ...cases("lumbar-range", null, {
    positive: way([...TRUE_RANGE, noted("aberrant", "catch")], [["lumbar-muscular-control", null, "positive"]]),
    negative: way([...TRUE_RANGE, noted("aberrant", "none")], [["lumbar-muscular-control", null, "negative"]]),
    unclear: way(TRUE_RANGE, [["lumbar-muscular-control", null, "not interpretable"]]),
  }),
];

const MOTION_CASE = { before: SI_PROVOKED, schools: MOTION } as const;

const PELVIS: readonly TestCase[] = [
  ...provoked("si-distraction", "push", "si-area.right", "sacroiliac", "central-buttock.right", null),
  ...provoked("thigh-thrust", "push", "si-area.right", "sacroiliac", "central-buttock.right"),
  ...provoked("faber", "push", "si-area.right", "sacroiliac", "central-buttock.right"),
  ...provoked("gaenslen", "push", "si-area.right", "sacroiliac", "central-buttock.right"),
  ...provoked("si-compression", "push", "si-area.right", "sacroiliac", "central-buttock.right", null),
  ...provoked("sacral-thrust", "thrusts", "si-area.right", "sacroiliac", "central-buttock.right", null),
  ...provoked("pump-handle", "push", "si-area.right", "sacroiliac", "central-buttock.right"),
  ...provoked("prone-extension", "pelvis-held", "si-area.right", "sacroiliac", "central-buttock.right"),
  ...cases("sacral-sulcus", R, {
    positive: way([said("press", "sore")], [["sacroiliac", R, "positive"]]),
    negative: way([said("press", "none")], [["sacroiliac", R, "negative"]]),
    unclear: way([said("press", "sore")], [["sacroiliac", R, "not interpretable"]], {
      before: [{ test: "sacral-sulcus", side: "left", steps: [said("press", "sore")] }],
    }),
  }),
  ...cases("active-straight-leg-raise", R, {
    positive: way([rest("nothing"), read("effort", 3), read("effort-pressed", 1)], [["pelvic-ring", R, "positive"]]),
    negative: way([rest("nothing"), read("effort", 0), read("effort-pressed", 0)], [["pelvic-ring", R, "negative"]]),
    unclear: way([rest("nothing"), read("effort", 3)], [["pelvic-ring", R, "equivocal"]]),
  }),
  ...cases("pubic-shear", null, {
    positive: way(
      [
        { stage: "both", response: "nothing" },
        theirs("right", "pubis.central"),
        { stage: "left", response: "nothing" },
      ],
      [["pubic-symphysis", null, "positive"]],
    ),
    negative: way([rest("stretch")], [["pubic-symphysis", null, "negative"]]),
    unclear: way(
      [theirs("both", "groin.right"), { stage: "right", response: "nothing" }, { stage: "left", response: "nothing" }],
      [["pubic-symphysis", null, "equivocal"]],
    ),
  }),
  ...cases("one-leg-lift", R, {
    negative: way([said("lift", "drops")], [["sacroiliac", R, "negative"]], MOTION_CASE),
    unclear: way([said("lift", "stays")], [["sacroiliac", R, "equivocal"]], MOTION_CASE),
  }),
  ...cases("hip-rotation-difference", R, {
    negative: way([read("rotation", 38)], [["sacroiliac", R, "negative"]], MOTION_CASE),
    unclear: way(
      [read("rotation", 36), noted("pelvis", "lifts")],
      [["sacroiliac", R, "not interpretable"]],
      MOTION_CASE,
    ),
  }),
  ...cases("pelvic-levels", null, {
    unclear: way(
      [said("iliac-spines", "level"), said("legs", "right-high"), said("ischia", "level")],
      [["pelvic-ring", R, "not interpretable"]],
      {
        before: [...SI_PROVOKED, { test: "one-leg-lift", side: R, steps: [said("lift", "stays")] }],
        schools: MOTION,
      },
    ),
  }),
];

const HIP: readonly TestCase[] = [
  ...provoked("scour", "sweep", "groin.right", "hip", "anterior-thigh.right"),
  ...provoked("flexion-adduction-rotation", "end", "groin.right", "hip", "anterior-thigh.right"),
  ...provoked("squat", "move", "groin.right", "hip", "anterior-thigh.right"),
  ...provoked("active-hip-flexion", "move", "lateral-hip.right", "hip", "groin.right"),
  ...provoked("active-hip-extension", "move", "groin.right", "hip", "anterior-thigh.right"),
  ...cases("hip-internal-rotation", R, {
    positive: way([read("rotation", 20)], [["hip", R, "positive"]]),
    negative: way([read("rotation", 38)], [["hip", R, "negative"]]),
  }),
];

/** For every test of the catalogue: one way each it comes out positive, negative and unclear, where it can. */
export const TEST_CASES: readonly TestCase[] = [...NEURAL, ...CERVICAL, ...LUMBAR, ...PELVIS, ...HIP];

/** Records one case on an exam, each step as its own entry; stages before a step are answered "nothing". */
export function recordCase(
  exam: ExamBuilder,
  { test, side, steps, atRest, before }: Omit<TestCase, "kind" | "expect">,
): string {
  for (const earlier of before ?? []) recordCase(exam, earlier);
  if (atRest) exam.rest(atRest.intensity, ...atRest.places);
  const run = exam.start(test, side);
  for (const step of explicitSteps(exam, run, steps)) exam.record(run, step);
  return run;
}

export type ExplicitStep = Exclude<CaseStep, { readonly rest: Response }>;

/** The steps as they are recorded, with the stages in between answered; the exam is only read. */
export function explicitSteps(exam: ExamBuilder, run: string, steps: readonly CaseStep[]): ExplicitStep[] {
  const copy = continueExam(exam.options, exam.events);
  const out: ExplicitStep[] = [];
  const take = (step: ExplicitStep) => {
    out.push(step);
    copy.record(run, step);
  };
  const current = () => copy.state().runs.find(({ id }) => id === run)!;
  const openProvoking = () =>
    ladderOf(current()).rungs.filter(
      ({ stage, status }) => (status === "here" || status === "to come") && kindOf(stage) === "provoke",
    );
  for (const step of steps) {
    if ("rest" in step) {
      for (const { stage } of openProvoking()) take({ stage: stage.id, response: step.rest });
      continue;
    }
    if ("response" in step)
      for (const { stage } of openProvoking()) {
        if (stage.id === step.stage) break;
        if (!isAnswered(stage, current())) take({ stage: stage.id, response: "nothing" });
      }
    take(step);
  }
  return out;
}

/** An exam with one case recorded, agreed to and guarded. */
export function examOfCase(one: TestCase): { exam: ExamBuilder; run: string } {
  const exam = buildExam({
    region: protocolOf(one.test).regions.some((region) => region === "neck" || region === "arm")
      ? "neck-arm"
      : "lumbopelvic",
    settings: one.schools ? { schools: one.schools } : {},
  });
  exam.add("sheet-set", {
    label: "this test",
    tests: [...new Set([...(one.before ?? []).map(({ test }) => test), one.test])],
    reason: "",
  });
  exam.consent().guard();
  return { exam, run: recordCase(exam, one) };
}
