import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { PROTOCOLS, protocolOf, TEST_IDS, type TestId } from "../knowledge";
import { admit } from "../admission";
import { readExam } from "../reading";
import { type EventBody, type ExamEvent, parseEvent, sheetLabel, USUAL_VISIT } from "../record";
import { assessGuard } from "../safety";
import { type Place, PLACES, POSITIONS, type SourceId, SOURCE_IDS, SOURCES } from "../vocabulary";
import { heldAt, heldBy, heldOrNot } from "./held";
import { editsOf, planDraft } from "./plan-draft";
import { evidenceOf } from "../evidence";
import { budgetOf, drawUp } from "./draw-up";
import { examOrder } from "./exam-order";
import { planExam } from "./plan-exam";
import type { ExamPlan } from "./plan-types";
import { raisedQuestions } from "./questions";
import { runSheet } from "./run-sheet";

type History = Partial<EventBody<"history-recorded">>;

const complaint = (
  region: "lumbopelvic" | "neck-arm",
  places: readonly Place[],
  history: History = {},
): ExamBuilder => {
  const exam = buildExam({ region }).complaint(...places);
  exam.add("history-recorded", {
    onset: "gradual",
    onsetNote: "",
    weeks: null,
    provokedBy: null,
    settlesMinutes: null,
    eases: "",
    ...history,
  });
  return exam;
};

const testsIn = (plan: ExamPlan): TestId[] => plan.blocks.flatMap(({ tests }) => tests.map(({ test }) => test));
const askedIn = (plan: ExamPlan): SourceId[] => [...new Set(plan.questions.map(({ source }) => source))];

/** A complaint as it is often met, what has to be asked, what has to be among the tests, and what is not asked. */
const SETS: readonly {
  readonly name: string;
  readonly exam: () => ExamBuilder;
  readonly asks: readonly SourceId[];
  readonly tests: readonly TestId[];
  readonly not?: readonly SourceId[];
}[] = [
  {
    name: "leg pain below the knee",
    exam: () => complaint("lumbopelvic", ["posterior-calf.right", "lateral-foot.right"]),
    asks: ["lower-lumbosacral-root", "deep-gluteal", "hip"],
    tests: ["lumbar-range", "slump", "straight-leg-raise", "dorsiflexion-sign"],
    not: ["lumbar-facet", "sacroiliac"],
  },
  {
    name: "buttock below L5, nothing in the midline",
    exam: () => complaint("lumbopelvic", ["si-area.right"]),
    asks: ["sacroiliac", "hip", "lower-lumbosacral-root", "lumbar-facet"],
    tests: ["si-distraction", "thigh-thrust", "quadrant", "slump"],
  },
  {
    name: "low back without the leg",
    exam: () => complaint("lumbopelvic", ["low-back.central"]),
    asks: ["lumbar-facet", "lumbar-disc", "lumbar-passive-restraint", "lumbar-muscular-control"],
    tests: ["quadrant", "repeated-movements"],
    not: ["sacroiliac", "lower-lumbosacral-root"],
  },
  {
    name: "groin",
    exam: () => complaint("lumbopelvic", ["groin.right"]),
    asks: ["hip", "pubic-symphysis", "upper-lumbar-root", "viscera"],
    tests: ["hip-internal-rotation", "pubic-shear", "side-lying-femoral"],
  },
  {
    name: "front of the thigh",
    exam: () => complaint("lumbopelvic", ["anterior-thigh.left"]),
    asks: ["upper-lumbar-root", "hip"],
    tests: ["side-lying-femoral"],
  },
  {
    name: "arm below the elbow, worse sitting",
    exam: () => complaint("neck-arm", ["radial-forearm.right", "thumb-index.right"], { aggravatedBy: ["sitting"] }),
    asks: ["cervical-root", "median-nerve", "radial-nerve", "thoracic-outlet"],
    tests: ["ulnt-1", "neck-rotation", "neck-distraction", "foraminal-compression", "outlet-pulse"],
  },
  {
    name: "arm below the elbow, posture does nothing",
    exam: () => complaint("neck-arm", ["thumb-index.right"]),
    asks: ["cervical-root", "median-nerve"],
    tests: ["ulnt-1"],
    not: ["thoracic-outlet"],
  },
  {
    name: "neck with headache",
    exam: () => complaint("neck-arm", ["neck.central", "head-occiput.right"]),
    asks: ["c1-c2", "cervical-facet"],
    tests: ["flexion-rotation"],
  },
  {
    name: "both hands",
    exam: () => complaint("neck-arm", ["thumb-index.right", "thumb-index.left"]),
    asks: ["spinal-cord", "median-nerve", "cervical-root"],
    tests: ["lhermitte", "ulnt-1"],
  },
  {
    name: "both legs on walking, eased by sitting",
    exam: () =>
      complaint("lumbopelvic", ["posterior-calf.right", "posterior-calf.left"], {
        aggravatedBy: ["walking"],
        easedBy: ["sitting"],
      }),
    asks: ["cauda-equina", "lower-lumbosacral-root"],
    tests: ["slump"],
  },
  {
    name: "neck eased by a hand on the head",
    exam: () => complaint("neck-arm", ["neck.right"], { easedBy: ["hand on the head"] }),
    asks: ["cervical-root", "cervical-facet"],
    tests: ["neck-distraction"],
  },
];

describe("from the complaint", () => {
  it("every complaint plans the tests it should", () =>
    forEvery(SETS, ({ exam, asks, tests, not = [] }) => {
      const plan = planExam(exam().state(), { budget: { burden: 100, minutes: 100 } });
      expect(askedIn(plan)).toEqual(expect.arrayContaining([...asks]));
      expect(testsIn(plan)).toEqual(expect.arrayContaining([...tests]));
      for (const source of not) expect(askedIn(plan)).not.toContain(source);
    }));

  it("asks of a calf first how the back moves, then seated the nerves, and of both hands the cord before anything", () => {
    const calf = planExam(SETS[0]!.exam().state());
    expect(calf.blocks.slice(0, 2).map(({ place, before }) => [place, before.map(({ is }) => is)])).toEqual([
      ["standing", []],
      ["seated", ["neurology"]],
    ]);
    expect(calf.blocks[1]!.tests.map(({ test, side }) => `${test} ${side}`)).toEqual([
      "seated-piriformis right",
      "slump left",
      "slump right",
    ]);
    expect(planExam(SETS[8]!.exam().state()).before[0]).toMatch(/Upper motor signs.*nothing else/);
  });

  it("says of a shoulder, a rib or a jaw alone that no test here speaks to it", () => {
    for (const [place, said] of [
      ["shoulder.right", /shoulder first/],
      ["thoracic.central", /mid back/],
      ["jaw.left", /jaw/],
    ] as const)
      expect(planExam(complaint("neck-arm", [place]).state()).before.join(" ")).toMatch(said);
  });
});

/** Every place there is, alone, and beside its other side. */
const ALL = PLACES.flatMap((place) => {
  const other = place.endsWith(".right") ? (place.replace(".right", ".left") as Place) : null;
  return [[place], ...(other ? [[place, other]] : [])] as Place[][];
});

describe("over every place of the body", () => {
  it.each(["low", "high"] as const)("keeps what every plan keeps, irritability %s", (level) => {
    const history: History =
      level === "high" ? { provokedBy: "little", settlesMinutes: 180 } : { provokedBy: "much", settlesMinutes: 5 };
    for (const places of ALL) {
      const exam = complaint("lumbopelvic", places, history);
      const state = exam.state();
      const plan = planExam(state);
      const blocks = plan.blocks.map(({ place }) => place);
      expect(new Set(blocks).size, places.join()).toBe(blocks.length);
      const keys = plan.blocks.flatMap(({ tests }) => tests.map(({ key }) => key));
      expect(new Set(keys).size, places.join()).toBe(keys.length);
      expect(plan.gap).toBeNull();
      expect(plan.most.burden).toBeLessThanOrEqual(plan.budget.burden + 1e-9);
      expect(plan.expected.tests).toBeLessThanOrEqual(plan.most.tests + 1e-9);
      expect(plan.expected.tests).toBeLessThanOrEqual(plan.everything.tests + 1e-9);
      expect(plan.expected.burden).toBeLessThanOrEqual(plan.everything.burden + 1e-9);
      for (const { tests, position } of plan.blocks)
        for (const test of tests) {
          expect(protocolOf(test.test).position).toBe(position);
          expect(test.role, `${places.join()} ${test.key}`).not.toBe("");
          expect(test.role.split(" ").length, test.role).toBeLessThanOrEqual(8);
          expect(test.chance).toBeLessThanOrEqual(1 + 1e-9);
        }
      const left = new Set(plan.leftOut.map(({ test }) => test));
      for (const test of testsIn(plan)) expect(left.has(test), test).toBe(false);
      for (const { because, settledBy } of plan.questions) expect([because, settledBy]).not.toContain("");
      /** No second provocation of one source: what they do by themselves, and is as light as any, is none. */
      if (level === "high")
        for (const { tests } of plan.questions)
          expect(
            tests.filter((key) =>
              plan.blocks.some((block) => block.tests.some((one) => one.key === key && one.burden > 1)),
            ).length,
          ).toBeLessThanOrEqual(1);
      expect(planExam(state)).toEqual(plan);
    }
  });

  it("raises only what the catalogue of sources knows, once each", () => {
    for (const places of ALL) {
      const raised = raisedQuestions(complaint("lumbopelvic", places).state());
      expect(new Set(raised.map(({ source, side }) => `${source} ${side}`)).size).toBe(raised.length);
      raised.forEach(({ source }) => expect(SOURCE_IDS).toContain(source));
    }
  });
});

describe("what changes a plan", () => {
  const calf = () => complaint("lumbopelvic", ["posterior-calf.right", "low-back.right", "si-area.right"]);

  it("gives up the least first when a budget binds, and says what stays open for it", () => {
    const all = planExam(calf().state(), { budget: { burden: 100, minutes: 100 } });
    const tight = planExam(calf().state(), { budget: { burden: 12 } });
    expect(tight.most.burden).toBeLessThanOrEqual(12);
    expect(testsIn(tight).length).toBeLessThan(testsIn(all).length);
    expect(tight.staysOpen.length).toBeGreaterThan(0);
    expect(tight.questions.filter(({ by }) => by === "left out")).toHaveLength(tight.staysOpen.length);
    expect(tight.questions[0]!.by).not.toBe("left out");
  });

  it("asks first, and gives up last, what the symptom that matters most today raises", () => {
    const exam = complaint("lumbopelvic", ["si-area.right"]);
    exam.add("area-recorded", {
      area: "area-2",
      places: ["anterior-thigh.left"],
      qualities: [],
      now: null,
      best: null,
      worst: null,
    });
    exam.add("symptom-named", { area: exam.state().areas[0]!.area, words: "the ache" });
    exam.add("symptom-named", { area: "area-2", words: "the thigh" });
    const changing = (source: SourceId) => "changesManagement" in SOURCES[source];
    const askedFirst = () =>
      planExam(exam.state(), { budget: { burden: 100, minutes: 100 } })
        .questions.filter(({ source }) => !changing(source))
        .map(({ isOfFirst }) => isOfFirst);
    const keptOf = () => planExam(exam.state(), { budget: { burden: 8, minutes: 100 } });
    const settledFor = (plan: ExamPlan) => plan.questions.filter(({ by }) => by !== "left out");
    const [acheFirst, keptForAche] = [askedFirst(), settledFor(keptOf()).map(({ source }) => source)];
    exam.add("symptom-first", { area: "area-2" });
    const [thighFirst, keptForThigh] = [askedFirst(), settledFor(keptOf()).map(({ source }) => source)];
    for (const order of [acheFirst, thighFirst]) {
      expect(order).toContain(false);
      expect(order.lastIndexOf(true)).toBeLessThan(order.indexOf(false));
    }
    expect(keptForAche).not.toEqual(keptForThigh);
    expect(keptForAche).toContain("sacroiliac");
    expect(keptForThigh).toContain("upper-lumbar-root");
  });

  it("lets the irritable bear half, in the minutes there are", () => {
    const exam = complaint("lumbopelvic", ["si-area.right"], { provokedBy: "little", settlesMinutes: 120 });
    expect(budgetOf(exam.state())).toEqual({ burden: 20, minutes: 25 });
  });

  it("every position the patient cannot take stays out of the plan", () =>
    forEvery(POSITIONS, (position) => {
      const exam = calf();
      exam.add("visit-noted", { ...USUAL_VISIT, cannotTake: [position] });
      const plan = planExam(exam.state());
      expect(plan.blocks.map((block) => block.position)).not.toContain(position);
      const there = plan.leftOut.filter(({ test }) => protocolOf(test).position === position);
      there.forEach(({ why }) => expect(why).not.toBe(""));
    }));

  it("takes out what is not done today, adds what is wanted, and puts a position first", () => {
    const without = planExam(calf().state(), { without: ["slump"] });
    expect(testsIn(without)).not.toContain("slump");
    expect(without.leftOut).toContainEqual({ test: "slump", why: "not today" });
    const added = planExam(calf().state(), { added: ["scour"] });
    expect(testsIn(added)).toContain("scour");
    for (const position of new Set(added.blocks.map((block) => block.position)))
      expect(planExam(calf().state(), { added: ["scour"], first: position }).blocks[0]!.position).toBe(position);
  });

  it("holds what a hand put first in its position, over every test of every block, and still settles as before", () => {
    const budget = { burden: 100, minutes: 100 };
    const free = planExam(calf().state(), { budget });
    const { asked } = drawUp(calf().state(), { budget }, evidenceOf(calf().state()));
    /** In any order inside a position, also the heavy before the light. */
    const cheapest = examOrder({ ...asked, tests: asked.tests.map(({ weight: _weight, ...test }) => test) }).total;
    for (const block of free.blocks) {
      const order = [...new Set(block.tests.filter(({ when }) => !when).map(({ test }) => test))];
      for (const test of order)
        for (const to of order.keys()) {
          const held = heldAt({}, block, test, to);
          const plan = planExam(calf().state(), { held, budget });
          const there = plan.blocks.find(({ place }) => place === block.place)!;
          const now = [...new Set(there.tests.filter(({ when }) => !when).map((shown) => shown.test))];
          const harm = now.filter((id) => there.tests.find((shown) => shown.test === id)!.role === "looks for harm");
          expect(now.slice(harm.length, harm.length + held.length), `${test} ${to}`).toEqual(
            held.filter((id) => !harm.includes(id)),
          );
          expect(plan.expected.cost).toBeGreaterThanOrEqual(cheapest - 1e-9);
          expect(plan.gap).toBeNull();
        }
    }
  });

  it("lets go of what was held, keeps other positions as they were, and knows what it is not told of", () => {
    const { blocks } = planExam(calf().state(), { budget: { burden: 100, minutes: 100 } });
    const orders = blocks.map(({ tests }) => [...new Set(tests.filter(({ when }) => !when).map(({ test }) => test))]);
    const at = orders.findIndex((order) => order.length > 1);
    const block = blocks[at]!;
    const [first, second] = orders[at]!;
    const elsewhere = orders.find((order) => !order.includes(first!))![0]!;
    const held = heldBy({ held: [elsewhere] }, block, second!, -1);
    expect(held).toEqual([elsewhere, second]);
    expect(heldOrNot({ held }, block, second!)).toEqual([elsewhere]);
    expect(heldOrNot({}, block, first!)).toEqual([first]);
    expect(heldAt({ held }, block, "no-such-test" as TestId, 0)).toBe(held);
  });

  it("leaves out what the guard blocks and says why; what looks for harm comes first of its block", () => {
    const exam = buildExam()
      .complaint("si-area.right")
      .consent()
      .guard({ hip: ["right", "replaced"] });
    const blocked = planExam(exam.state()).leftOut.filter(({ why }) => why.startsWith("blocked"));
    const planned = new Set(testsIn(planExam(exam.state())));
    blocked.forEach(({ test }) => expect(planned.has(test)).toBe(false));
  });

  it("says to refer first where an answer says so and nothing was done about it", () => {
    const exam = buildExam().complaint("posterior-calf.right").consent().guard({ "cauda-equina": "yes" });
    expect(planExam(exam.state()).before[0]).toMatch(/^Refer first: /);
  });

  it("asks only what its loads call for and nobody answered", () => {
    const before = planExam(calf().state());
    expect(before.asks.length).toBeGreaterThan(0);
    const answered = buildExam().complaint("posterior-calf.right", "low-back.right", "si-area.right").consent().guard();
    const sheet = testsIn(planExam(answered.state()));
    answered.add("sheet-set", { label: "plan", tests: [...new Set(sheet)], reason: "" });
    answered.guard();
    expect(planExam(answered.state()).asks).toEqual([]);
  });

  it("is planned anew after each answer: nothing done comes again, and the block in hand stays first", () => {
    const exam = buildExam().complaint("posterior-calf.right", "si-area.right").consent().guard().rest(0);
    for (let turn = 0; turn < 12; turn++) {
      const plan = planExam(exam.state());
      const done = new Set(exam.state().runs.map(({ test, side }) => `${test}.${side ?? ""}`));
      const [next] = plan.blocks.flatMap(({ tests }) => tests.filter(({ when }) => !when));
      if (!next) break;
      for (const key of plan.blocks.flatMap(({ tests }) => tests.map((test) => `${test.test}.${test.side ?? ""}`)))
        expect(done.has(key)).toBe(false);
      const last = exam.state().runs.at(-1);
      const here = last && protocolOf(last.test).position;
      if (here && plan.blocks.some(({ position }) => position === here)) expect(plan.blocks[0]!.position).toBe(here);
      exam.run({ test: next.test, side: next.side, response: "nothing" });
    }
    expect(exam.state().runs.length).toBeGreaterThan(4);
  });

  it("holds nobody for long: every test of the catalogue can be added", () => {
    const plan = planExam(calf().state(), {
      added: TEST_IDS.filter((id) => !protocolOf(id).earned),
      budget: { burden: 1000, minutes: 1000 },
    });
    expect(new Set(testsIn(plan)).size).toBeGreaterThan(PROTOCOLS.length / 2);
  });
});

describe("a plan that is kept", () => {
  it("is taken by the gate whatever the complaint, and followed in its order", () => {
    for (const places of ALL) {
      const exam = complaint("lumbopelvic", places);
      const plan = planExam(exam.state());
      const draft = planDraft(plan, {}, exam.state());
      if (draft.body.tests.length === 0) continue;
      const event = { ...exam.events.at(-1)!, id: exam.newId(), ...draft } as ExamEvent;
      expect(() => parseEvent(event)).not.toThrow();
      expect(admit(exam.state(), event), places.join()).toBeNull();
      exam.add("plan-set", draft.body);
      const state = exam.state();
      const sheet = runSheet(state, assessGuard(state), readExam(state));
      const wanted = plan.blocks.flatMap(({ tests }) => tests.map(({ key }) => key));
      expect(sheet.steps.map(({ key }) => key)).toEqual(wanted);
      expect(sheetLabel(state)).toBe("Plan");
      expect(editsOf(state).budget).toEqual({ burden: 40, minutes: 25 });
    }
  });

  it("lets fall what its rules no longer need, and gives way to a sheet that is chosen", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
    exam.add("plan-set", planDraft(planExam(exam.state()), {}, exam.state()).body);
    const steps = () => {
      const state = exam.state();
      return runSheet(state, assessGuard(state), readExam(state)).steps;
    };
    expect(steps().some(({ status }) => status === "not needed")).toBe(false);
    for (const test of ["si-distraction", "thigh-thrust", "faber"] as const)
      exam.run({ test, side: "right", response: "familiar", felt: ["si-area.right"] });
    const gone = steps().filter(({ status }) => status === "not needed");
    expect(gone.map(({ key }) => key)).toEqual(expect.arrayContaining(["gaenslen.right", "si-compression"]));
    gone.forEach(({ because }) => expect(because).toMatch(/can no longer change: five-test regimen met/));
    const again = planDraft(planExam(exam.state()), {}, exam.state()).body.tests;
    expect(again.slice(0, 3).map(({ test }) => test)).toEqual(["si-distraction", "thigh-thrust", "faber"]);
    exam.add("sheet-set", { label: "own", tests: ["slump"], reason: "" });
    expect(exam.state().plan).toBeNull();
    expect(new Set(steps().map(({ protocol }) => protocol.id))).toEqual(new Set(["slump"]));
  });
});
