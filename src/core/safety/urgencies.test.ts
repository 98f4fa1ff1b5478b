import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, type ExamBuilder, type GuardAnswer } from "@/fixtures/samples/build";
import { REFERRED_TO, type ReferredTo, THRUSTS, type Urgency } from "../knowledge";
import { LOAD_IDS, type LoadId } from "../vocabulary";
import { assessGuard } from "./assess";
import { blocksOnTechnique } from "./reach";

/** What each grave answer asks for: how soon, of whom, and what stops. */

type Row = {
  readonly name: string;
  readonly answers: Readonly<Record<string, GuardAnswer>>;
  readonly about?: Parameters<typeof buildExam>[0];
  readonly before?: (exam: ExamBuilder) => void;
  readonly gravest: Urgency | null;
  readonly to?: ReferredTo;
  /** Loads that are blocked on the right side or the person, at least. */
  readonly stops?: readonly LoadId[] | "everything";
};
const HISTORY = { onset: "gradual", onsetNote: "", provokedBy: null, settlesMinutes: null, eases: "" } as const;
const weeks = (count: number) => (exam: ExamBuilder) => void exam.add("history-recorded", { ...HISTORY, weeks: count });
const power =
  (...levels: readonly (readonly [level: string, side: "right" | "left", value: number])[]) =>
  (exam: ExamBuilder) =>
    void exam.add("neuro-recorded", {
      findings: levels.map(([level, side, value]) => ({ kind: "power", level, side, value })),
    });
const reflex =
  (...levels: readonly (readonly [level: string, side: "right" | "left", value: number])[]) =>
  (exam: ExamBuilder) =>
    void exam.add("neuro-recorded", {
      findings: levels.map(([level, side, value]) => ({ kind: "reflex", level, side, value })),
    });
const both =
  (...steps: readonly ((exam: ExamBuilder) => void)[]) =>
  (exam: ExamBuilder) =>
    steps.forEach((step) => step(exam));
const NECK = { region: "neck-arm" } as const;
const OLD = { birthDate: "1955-01-05" } as const;
const CHILD = { birthDate: "2016-01-05" } as const;

const ROWS: readonly Row[] = [
  {
    name: "tight chest or breathless now",
    about: NECK,
    answers: { "heart-and-chest": ["yes", "now"] },
    gravest: "emergency",
    to: "ambulance",
    stops: "everything",
  },
  {
    name: "pain on effort, settled with rest",
    about: NECK,
    answers: { "heart-and-chest": ["yes", "effort"] },
    gravest: "urgent",
    to: "doctor today",
    stops: "everything",
  },
  {
    name: "wasted hand, drooping lid",
    about: NECK,
    answers: { "heart-and-chest": ["yes", "apex"] },
    gravest: "soon",
    to: "doctor",
  },
  {
    name: "speech, new",
    about: NECK,
    answers: { brainstem: ["new", "speech"] },
    gravest: "emergency",
    to: "ambulance",
    stops: ["neck-thrust", "neck-flexion"],
  },
  { name: "sight, new", about: NECK, answers: { brainstem: ["new", "sight"] }, gravest: "emergency", to: "ambulance" },
  {
    name: "numb face, new",
    about: NECK,
    answers: { brainstem: ["new", "face"] },
    gravest: "emergency",
    to: "ambulance",
  },
  { name: "drops, new", about: NECK, answers: { brainstem: ["new", "drops"] }, gravest: "emergency", to: "ambulance" },
  {
    name: "sudden and severe headache",
    about: NECK,
    answers: { artery: ["new", "sudden"] },
    gravest: "emergency",
    to: "ambulance",
    stops: ["neck-thrust"],
  },
  {
    name: "unlike any before, gradual",
    about: NECK,
    answers: { artery: ["new", "unlike"] },
    gravest: "urgent",
    to: "doctor today",
  },
  {
    name: "dizziness, new",
    about: NECK,
    answers: { dizziness: "new" },
    gravest: "urgent",
    to: "doctor today",
    stops: ["neck-traction"],
  },
  {
    name: "dizziness, long known",
    about: NECK,
    answers: { dizziness: "known" },
    gravest: null,
    stops: ["neck-rotation"],
  },
  { name: "whiplash years ago, examined", about: NECK, answers: { "neck-injury": "old" }, gravest: null },
  { name: "giant cell: jaw", about: { ...NECK, ...OLD }, answers: { "giant-cell": ["yes", "jaw"] }, gravest: "urgent" },
  {
    name: "giant cell: sight",
    about: { ...NECK, ...OLD },
    answers: { "giant-cell": ["yes", "sight"] },
    gravest: "emergency",
    to: "emergency department",
  },
  {
    name: "fever with new back pain",
    answers: { illness: ["yes", "fever"] },
    before: weeks(2),
    gravest: "urgent",
    to: "emergency department",
    stops: "everything",
  },
  {
    name: "injected drugs with new back pain",
    answers: { illness: ["yes", "drugs"] },
    before: weeks(2),
    gravest: "urgent",
    stops: "everything",
  },
  { name: "fever with old back pain", answers: { illness: ["yes", "fever"] }, before: weeks(40), gravest: null },
  { name: "one other sign of illness", answers: { illness: ["yes", "night"] }, before: weeks(2), gravest: null },
  {
    name: "two signs of illness",
    answers: { illness: ["yes", "night", "weight"] },
    before: weeks(40),
    gravest: "urgent",
    stops: "everything",
  },
  {
    name: "cancer with weakness",
    answers: { cancer: "other" },
    before: power(["l5", "right", 4]),
    gravest: "emergency",
    to: "emergency department",
    stops: "everything",
  },
  {
    name: "cancer with cord signs",
    answers: { cancer: "other", "cord-signs": ["yes", "clumsy"] },
    gravest: "emergency",
    to: "emergency department",
    stops: "everything",
  },
  { name: "cancer, no such pain", answers: { cancer: "other" }, gravest: null, stops: THRUSTS },
  {
    name: "swollen arm",
    about: NECK,
    answers: { "arm-circulation": ["right", "swollen"] },
    gravest: "urgent",
    to: "doctor today",
    stops: ["arm-provocation", "shoulder-loading"],
  },
  {
    name: "cold, pale hand",
    about: NECK,
    answers: { "arm-circulation": ["right", "cold"] },
    gravest: "emergency",
    to: "emergency department",
    stops: ["arm-provocation"],
  },
  {
    name: "swollen arm with breathlessness",
    about: NECK,
    answers: { "arm-circulation": ["right", "swollen"], "arm-clot-breath": "yes" },
    gravest: "emergency",
    to: "ambulance",
    stops: "everything",
  },
  {
    name: "hot calf",
    answers: { "leg-circulation": ["right", "calf"] },
    gravest: "urgent",
    to: "doctor today",
    stops: ["limb-provocation"],
  },
  {
    name: "hot calf with breathlessness",
    answers: { "leg-circulation": ["right", "calf"], "leg-clot-breath": "yes" },
    gravest: "emergency",
    to: "ambulance",
    stops: "everything",
  },
  {
    name: "cold, pale foot",
    answers: { "leg-circulation": ["right", "cold"] },
    gravest: "emergency",
    to: "emergency department",
    stops: ["limb-provocation"],
  },
  { name: "walking distance", answers: { "leg-circulation": ["right", "walking"] }, gravest: "soon", to: "doctor" },
  {
    name: "severe osteoporosis",
    answers: { osteoporosis: "severe" },
    gravest: null,
    stops: ["firm-force", "pubic-shear", "spinal-pressure", "rib-pressure"],
  },
  {
    name: "hip replaced",
    answers: { hip: ["right", "replaced"] },
    gravest: null,
    stops: ["hip-flexion-past-90", "hip-extension"],
  },
  {
    name: "hip operated on lately",
    answers: { hip: ["right", "recent"] },
    gravest: "soon",
    to: "surgeon",
    stops: ["hip-loading", "hip-flexion"],
  },
  {
    name: "hernia or belly surgery",
    answers: { belly: "yes" },
    gravest: null,
    stops: ["abdominal-pressure", "breath-held"],
  },
  {
    name: "pregnant from week 20",
    about: { sex: "female" },
    answers: { pregnancy: "yes" },
    gravest: null,
    stops: ["abdominal-pressure", "breath-held", "prone"],
  },
  { name: "knee replaced", answers: { knee: "right" }, gravest: null, stops: ["knee-loading"] },
  { name: "ankle or Achilles tendon", answers: { ankle: "right" }, gravest: null, stops: ["ankle-loading"] },
  { name: "broken rib", answers: { ribs: "yes" }, gravest: null, stops: ["rib-pressure"] },
  {
    name: "suspected pelvic fracture",
    answers: { "pelvic-fracture": "yes" },
    gravest: "urgent",
    to: "emergency department",
    stops: ["pelvic-compression"],
  },
  {
    name: "injury of the back",
    answers: { "lumbar-injury": "yes" },
    gravest: "urgent",
    to: "emergency department",
    stops: ["lumbar-loading"],
  },
  { name: "slight injury, young", answers: { "lumbar-injury": "minor" }, gravest: null },
  {
    name: "slight injury, over 65",
    about: OLD,
    answers: { "lumbar-injury": "minor" },
    gravest: "urgent",
    stops: ["lumbar-loading"],
  },
  {
    name: "slight injury with osteoporosis",
    answers: { "lumbar-injury": "minor", osteoporosis: "known" },
    gravest: "urgent",
    stops: ["lumbar-loading"],
  },
  {
    name: "child who cannot bear weight",
    about: CHILD,
    answers: { "child-signs": ["yes", "bear"] },
    gravest: "emergency",
    to: "emergency department",
    stops: ["hip-loading"],
  },
  {
    name: "child with fever and a limp",
    about: CHILD,
    answers: { "child-signs": ["yes", "limp", "fever"] },
    gravest: "emergency",
    to: "emergency department",
  },
  {
    name: "brisk reflexes in both legs",
    answers: {},
    before: reflex(["l4", "right", 3], ["l4", "left", 3], ["s1", "right", 3], ["s1", "left", 3]),
    gravest: null,
  },
  {
    name: "brisk legs with weak arms",
    answers: {},
    before: both(reflex(["l4", "right", 3], ["l4", "left", 3]), power(["c7", "right", 4])),
    gravest: "urgent",
    stops: ["neck-compression", "lumbar-loading"],
  },
  {
    name: "both hands weak",
    about: NECK,
    answers: {},
    before: power(["c8", "right", 4], ["c8", "left", 4]),
    gravest: null,
    stops: ["neck-traction", "arm-provocation"],
  },
  {
    name: "weak legs, pain limits them",
    answers: { "weak-legs": "no" },
    before: power(["l5", "right", 4], ["l5", "left", 4]),
    gravest: null,
  },
  {
    name: "weak legs without pain",
    answers: { "weak-legs": ["yes", "without-pain"] },
    before: power(["l5", "right", 4], ["l5", "left", 4]),
    gravest: "emergency",
    to: "emergency department",
    stops: "everything",
  },
];

function examOf({ answers, about = {}, before }: Row): ExamBuilder {
  const exam = buildExam(about);
  before?.(exam);
  for (const [question, given] of Object.entries(answers)) {
    const [answer, ...parts] = typeof given === "string" ? [given] : given;
    exam.add("guard-answered", { question, answer, by: "them", parts });
  }
  return exam;
}
const ORDER: readonly (Urgency | null)[] = ["emergency", "urgent", "soon", null];

describe("grave answers", () => {
  it("every row: how soon, of whom, and what stops", () =>
    forEvery(
      ROWS.map((row) => [row.name, row] as const),
      (_name, row) => {
        const { referrals, blocks } = assessGuard(examOf(row).state());
        const sorted = referrals.toSorted((a, b) => ORDER.indexOf(a.urgency) - ORDER.indexOf(b.urgency));
        expect(sorted[0]?.urgency ?? null).toBe(row.gravest);
        if (row.to) expect(sorted[0]?.to).toBe(row.to);
        for (const { to, text, request } of referrals) {
          expect(Object.keys(REFERRED_TO)).toContain(to);
          expect(text).not.toBe(request);
        }
        const stopped = new Set(blocks.flatMap(({ loads }) => (loads === "all" ? LOAD_IDS : loads)));
        const wanted = row.stops === "everything" ? LOAD_IDS : (row.stops ?? []);
        expect(wanted.filter((load) => !stopped.has(load))).toEqual([]);
      },
    ));

  it("brisk reflexes and both hands tingling ask to look at cord signs, until they were examined", () => {
    const brisk = assessGuard(examOf(ROWS.find(({ name }) => name === "brisk reflexes in both legs")!).state());
    expect(brisk.cautions.map(({ text }) => text).join(" ")).toContain("upper motor neuron signs");
    const exam = buildExam(NECK);
    exam.add("area-recorded", {
      area: "area-1",
      places: ["thumb-index.right", "thumb-index.left"],
      qualities: ["tingling"],
      now: 3,
      best: 1,
      worst: 5,
    });
    exam.add("guard-answered", { question: "cord-signs", answer: "no" });
    const isBlocked = () =>
      assessGuard(exam.state()).blocks.some(({ loads }) => loads !== "all" && loads.includes("neck-traction"));
    expect(isBlocked()).toBe(true);
    exam.add("neuro-recorded", {
      findings: (["hoffmann", "babinski"] as const).flatMap((level) =>
        (["right", "left"] as const).map((side) => ({ kind: "upper-motor" as const, level, side, value: 0 })),
      ),
    });
    expect(isBlocked()).toBe(false);
  });
});

describe("an upper neck in doubt", () => {
  const TREATED = (["manipulation", "traction"] as const).map((kind) => ({
    kind,
    region: "neck" as const,
    side: null,
  }));
  const neck = (
    risk: string,
    tests: readonly (readonly ["sharp-purser" | "alar" | "transverse", "right" | "left" | null, string, string])[],
  ) => {
    const exam = buildExam(NECK);
    exam.add("guard-answered", { question: "upper-neck-risk", answer: risk });
    for (const [test, side, stage, answer] of tests) exam.record(exam.start(test, side), { stage, answer });
    return exam;
  };
  const needsReason = (exam: ExamBuilder) =>
    TREATED.every((technique) =>
      blocksOnTechnique(assessGuard(exam.state()), technique).some(({ id }) => id.startsWith("upper-neck.")),
    );
  it("a patient who is not at risk needs no test and no reason", () => expect(needsReason(neck("no", []))).toBe(false));
  it("at risk or not known, tests not done: a documented reason for thrust and traction", () =>
    expect([needsReason(neck("yes", [])), needsReason(neck("not-known", []))]).toEqual([true, true]));
  it("a test that was begun counts for everybody: painful, unsure or stopped asks for a reason", () => {
    expect(
      needsReason(
        neck("no", [
          ["sharp-purser", null, "ease-back", "none"],
          ["alar", "right", "neutral", "pain"],
        ]),
      ),
    ).toBe(true);
    expect(
      needsReason(
        neck("no", [
          ["sharp-purser", null, "ease-back", "none"],
          ["transverse", null, "lift", "unsure"],
        ]),
      ),
    ).toBe(true);
    expect(needsReason(neck("no", [["sharp-purser", null, "ease-back", "none"]]))).toBe(false);
    const stopped = neck("no", []);
    const run = stopped.start("sharp-purser", null);
    stopped.add("run-stopped", { run, reason: "asked to stop", note: "" });
    expect(needsReason(stopped)).toBe(true);
  });
});
