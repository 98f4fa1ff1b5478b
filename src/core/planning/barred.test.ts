import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { isNeuroGone, NEURO_SCALES, partsUsed, protocolOf, PROTOCOLS, ROOT_LEVELS } from "../knowledge";
import { baselineGroups, comparedRuns, readExam } from "../reading";
import { likeOther, USUAL_VISIT, type Visit } from "../record";
import { assessGuard, cautionsOn } from "../safety";
import {
  isPlaceGone,
  LIMB_PART_IDS,
  LIMB_PARTS,
  LIMB_STATE_IDS,
  type LimbNoted,
  placeParts,
  PLACES,
  POSITIONS,
  type Side,
  SIDES,
} from "../vocabulary";
import { barredBy, TRANSFER_TURNS } from "./barred";
import { examOrder } from "./exam-order";
import { nextTests } from "./next-test";
import { planExam } from "./plan-exam";
import { runSheet } from "./run-sheet";

const visit = (change: Partial<Visit>): { visit: Visit } => ({ visit: { ...USUAL_VISIT, ...change } });
const sidesOf = (sided: boolean): readonly (Side | null)[] => (sided ? SIDES : [null]);
const EVERY: readonly LimbNoted[] = LIMB_PART_IDS.flatMap((part) =>
  SIDES.flatMap((side) => LIMB_STATE_IDS.map((is) => ({ part, side, is }))),
);
const CHAIRS = ["alone", "with help", "with a hoist", "none"] as const;
const isWhole = (part: string) => part === "arm" || part === "leg";
const whole = (part: string) => (part === "forearm" ? "arm" : part === "lower-leg" ? "leg" : part);

describe("what cannot be done on somebody as they are", () => {
  it("every missing or stiff limb: exactly the tests that need it are left out", () =>
    forEvery(
      EVERY.map((limb) => [`${limb.side} ${limb.part} ${limb.is}`, limb] as const),
      (_name, limb) => {
        for (const protocol of PROTOCOLS)
          for (const side of sidesOf(protocol.sided)) {
            const said = barredBy(visit({ limbs: [limb] }), protocol, side);
            const takes = partsUsed(protocol, side).some(
              (used) =>
                used.side === limb.side &&
                (used.part === limb.part || (isWhole(limb.part) && whole(used.part) === limb.part)),
            );
            expect(said !== null, `${protocol.id} ${side}`).toBe(takes && limb.is !== "stiff");
            if (said) expect(said).toContain(`the ${limb.side} ${LIMB_PARTS[limb.part].label} is`);
          }
      },
    ));

  it("neither the plan, its comparison sides, what may be earned, nor what is proposed next asks what a body cannot do", () => {
    const bodies = new Map<string, Partial<Visit>>([
      ...EVERY.map((limb) => [`${limb.side} ${limb.part} ${limb.is}`, { limbs: [limb] }] as [string, Partial<Visit>]),
      ...CHAIRS.map((chair) => [`chair: ${chair}`, { chair }] as [string, Partial<Visit>]),
      ...POSITIONS.map(
        (one) => [`cannot be ${one}`, { cannotTake: [one], cannotWhy: "said so" }] as [string, Partial<Visit>],
      ),
    ]);
    const offenders: string[] = [];
    let asked = 0;
    for (const complaint of [
      ["posterior-calf.right", "si-area.right"],
      ["thumb-index.left", "radial-forearm.left"],
    ] as const)
      for (const [name, change] of bodies) {
        const exam = buildExam({ region: complaint[0] === "thumb-index.left" ? "neck-arm" : "lumbopelvic" });
        exam
          .complaint(...complaint)
          .consent()
          .guard()
          .rest(0);
        exam.add("visit-noted", { ...USUAL_VISIT, ...change });
        const state = exam.state();
        const planned = planExam(state).blocks.flatMap(({ tests }) => tests);
        for (const { test, side } of [...planned, ...nextTests(state).tests]) {
          asked++;
          if (barredBy(state, protocolOf(test), side)) offenders.push(`${complaint[0]}, ${name}: ${test} ${side}`);
        }
      }
    expect(asked).toBeGreaterThan(500);
    expect(offenders).toEqual([]);
  });

  it("knows the part of every load that falls on a limb", () => {
    for (const protocol of PROTOCOLS)
      for (const stage of protocol.stages)
        for (const load of stage.loads.filter(({ on }) => on !== "person"))
          expect(
            partsUsed({ ...protocol, stages: [{ ...stage, ways: [], loads: [load] }] }, "right"),
            `${protocol.id} ${load.load}`,
          ).toHaveLength(1);
  });

  it("a wheelchair takes standing away, and all but sitting where they stay in it", () => {
    for (const chair of CHAIRS)
      for (const protocol of PROTOCOLS)
        for (const side of sidesOf(protocol.sided)) {
          const isLeft = chair === "none" ? protocol.position === "seated" : protocol.position !== "standing";
          expect(barredBy(visit({ chair }), protocol, side) === null, `${chair} ${protocol.id}`).toBe(isLeft);
        }
    expect(barredBy(visit({}), protocolOf("quadrant"), "right")).toBeNull();
    expect(POSITIONS).toContain("standing");
  });

  it("stands on the sheet and in the plan with its reason", () => {
    const exam = buildExam().complaint("posterior-calf.right").consent().guard().rest(0);
    exam.add("sheet-set", { label: "all", tests: PROTOCOLS.map(({ id }) => id), reason: "" });
    exam.add("visit-noted", {
      ...USUAL_VISIT,
      limbs: [{ part: "lower-leg", side: "right", is: "artificial, worn" }],
    });
    const state = exam.state();
    const steps = runSheet(state, assessGuard(state), readExam(state)).steps;
    const slump = (side: Side) =>
      steps.find((step) => step.key === `slump ${side}` || (step.protocol.id === "slump" && step.side === side))!;
    expect(slump("right")).toMatchObject({
      status: "skipped",
      because: "the right lower leg and foot is artificial, worn",
    });
    expect(slump("left").because).toBeNull();
    const both = buildExam().complaint("posterior-calf.right").consent().guard().rest(0);
    both.add("visit-noted", {
      ...USUAL_VISIT,
      limbs: SIDES.map((side) => ({ part: "leg" as const, side, is: "without feeling" as const })),
    });
    const plan = planExam(both.state());
    const tests = plan.blocks.flatMap((block) => block.tests.map(({ test }) => test));
    expect(tests).not.toContain("slump");
    expect(plan.leftOut.find(({ test }) => test === "slump")?.why).toMatch(/without feeling/);
  });
});

describe("what is not there", () => {
  it("is hidden on the chart by its places, those of a whole limb with all of its parts", () => {
    for (const limb of EVERY)
      for (const place of PLACES) {
        const { site, side } = placeParts(place);
        const isIn =
          side === limb.side &&
          LIMB_PART_IDS.some(
            (part) =>
              (part === limb.part || (isWhole(limb.part) && whole(part) === limb.part)) &&
              (LIMB_PARTS[part].sites as readonly string[]).includes(site),
          );
        const isGone = limb.is !== "stiff" && limb.is !== "without feeling";
        expect(isPlaceGone([limb], place), `${limb.part} ${limb.is} ${place}`).toBe(isIn && isGone);
      }
  });

  it.each(["lumbopelvic", "neck-arm"] as const)("%s: is never filled with the rest of its group", (region) => {
    for (const limb of EVERY) {
      const exam = buildExam({ region });
      const usual = baselineGroups(exam.state());
      exam.add("visit-noted", { ...USUAL_VISIT, limbs: [limb] });
      for (const group of baselineGroups(exam.state())) {
        const before = usual.find(({ kind }) => kind === group.kind)!;
        expect(group.cells.length + group.absent).toBe(before.cells.length);
        expect(group.open.filter((cell) => isNeuroGone([limb], cell))).toEqual([]);
        const gone = before.cells.filter((cell) => isNeuroGone([limb], cell));
        expect(gone.length).toBe(group.absent);
        expect(gone.every((cell) => cell.side === limb.side)).toBe(true);
        if (limb.is === "stiff" || limb.is === "without feeling") expect(group.absent).toBe(0);
      }
    }
  });

  it("takes the signs of its own levels away and leaves those above", () => {
    const gone = (part: LimbNoted["part"]) =>
      ROOT_LEVELS.flatMap(({ id, label }) =>
        (Object.keys(NEURO_SCALES) as (keyof typeof NEURO_SCALES)[])
          .filter((kind) => isNeuroGone([{ part, side: "right", is: "absent" }], { kind, level: id, side: "right" }))
          .map((kind) => `${kind} ${label}`),
      );
    expect(gone("lower-leg")).toEqual([
      "power L3",
      "power L4",
      "power L5",
      "touch L5",
      "pin L5",
      "power S1",
      "reflex S1",
    ]);
    expect(gone("forearm")).toEqual([
      "power C6",
      "reflex C6",
      "touch C6",
      "pin C6",
      "power C7",
      "touch C7",
      "pin C7",
      "power C8",
      "touch C8",
      "pin C8",
      "power T1",
    ]);
  });
});

describe("a test on a limb that is not as usual", () => {
  const ready = (change: Partial<Visit>) => {
    const exam = buildExam().complaint("posterior-calf.right").consent().guard().rest(0);
    exam.add("visit-noted", { ...USUAL_VISIT, ...change });
    return exam;
  };
  const provoking = PROTOCOLS.filter(
    (protocol) => protocol.stages.some(({ kind }) => !kind) && partsUsed(protocol, "right").length > 0,
  );

  it("is not compared with the other side, and reads no answer where nothing is felt", () => {
    for (const { id, sided } of provoking) {
      const { part } = partsUsed(protocolOf(id), sided ? "right" : null)[0]!;
      const exam = ready({ limbs: [{ part: whole(part) as LimbNoted["part"], side: "right", is: "without feeling" }] });
      const runs = sidesOf(sided).map((side) => exam.start(id, side));
      const stage = protocolOf(id).stages.find(({ kind }) => !kind)!;
      exam.record(runs[0]!, { stage: stage.id, response: "familiar", felt: ["posterior-calf.right"] });
      const { runs: kept } = exam.state();
      expect(
        kept.every(({ limbs }) => limbs.length === 1),
        id,
      ).toBe(true);
      expect(kept.map((run) => likeOther(run, kept))).toEqual(kept.map(() => null));
      const outcomes = readExam(exam.state()).outcomes.filter(({ run }) => run === runs[0]);
      expect(
        outcomes.filter(({ outcome }) => outcome === "positive" || outcome === "negative"),
        id,
      ).toEqual([]);
    }
  });

  it("is not compared with an earlier one where the limb is not as it was then", () => {
    const raise = (change: Partial<Visit>) => {
      const exam = ready(change);
      const run = exam.start("thigh-thrust", "right");
      exam.record(run, {
        stage: protocolOf("thigh-thrust").stages[0]!.id,
        response: "familiar",
        felt: ["si-area.right"],
      });
      return exam.state().runs[0]!;
    };
    const worn = raise({ limbs: [{ part: "lower-leg", side: "left", is: "artificial, worn" }] });
    const off = raise({ limbs: [{ part: "lower-leg", side: "left", is: "artificial, off" }] });
    const arm = raise({ limbs: [{ part: "arm", side: "left", is: "absent" }] });
    expect(comparedRuns(worn, off)).toMatchObject([
      {
        verdict: "cannot be compared",
        because:
          "limb not as before: left lower leg and foot artificial, worn, then left lower leg and foot artificial, taken off",
      },
    ]);
    expect(comparedRuns(raise({}), arm).some(({ because }) => because?.includes("limb"))).toBe(false);
    expect(comparedRuns(worn, worn).some(({ because }) => because?.includes("limb"))).toBe(false);
  });

  it("has no figure where it was done in the wheelchair, though it is read", () => {
    const slump = (change: Partial<Visit>) => {
      const exam = ready(change);
      const run = exam.start("slump", "right");
      for (const stage of protocolOf("slump").stages.filter(({ kind }) => !kind))
        exam.record(run, { stage: stage.id, response: "nothing" });
      return readExam(exam.state()).outcomes.filter((outcome) => outcome.run === run);
    };
    const [usual, inChair] = [slump({}), slump({ chair: "none" })];
    expect(usual.map(({ outcome }) => outcome)).toEqual(inChair.map(({ outcome }) => outcome));
    expect(inChair.length).toBeGreaterThan(0);
    expect(inChair.every(({ noFigure, note }) => noFigure && note?.includes("wheelchair"))).toBe(true);
    expect(slump({ chair: "alone" }).some(({ noFigure }) => noFigure)).toBe(false);
  });
});

describe("a wheelchair and an injured cord", () => {
  it("count getting onto the table as three turns, and back as three", () => {
    const tests = (["seated", "supine", "prone"] as const).map((place) => ({ id: place, place, cost: 1 }));
    const always = tests.map(({ id }) => id);
    const walking = examOrder({ tests, rules: [], always, from: "seated" });
    const rolling = examOrder({ tests, rules: [], always, from: "seated", transfer: TRANSFER_TURNS });
    expect([walking.turns, walking.turnCost]).toEqual([2, 3]);
    expect([rolling.turns, rolling.turnCost]).toEqual([4, 5]);
    expect(rolling.order[0]).toBe("seated");
  });

  it("begin in the chair: what is done seated comes before they are moved across, once", () => {
    const exam = buildExam().complaint("posterior-calf.left").consent().guard().rest(0);
    exam.add("visit-noted", { ...USUAL_VISIT, chair: "with a hoist" });
    const { blocks, expected, most } = planExam(exam.state());
    expect(blocks[0]?.position).toBe("seated");
    expect(blocks.filter(({ position }) => position === "seated")).toHaveLength(1);
    expect(expected.turns).toBeGreaterThanOrEqual(TRANSFER_TURNS);
    expect(most.minutes).toBeGreaterThanOrEqual(expected.minutes);
  });

  it("bring the caution of a crisis of the blood pressure over every test, high injuries only", () => {
    for (const [cord, isCrisis] of [
      ["T6 or above", true],
      ["below T6", false],
    ] as const) {
      const exam = buildExam().complaint("low-back.central");
      exam.add("visit-noted", { ...USUAL_VISIT, cord });
      const guard = assessGuard(exam.state());
      for (const { stages } of PROTOCOLS)
        for (const stage of stages) {
          const said = cautionsOn(guard, stage)
            .map(({ text }) => text)
            .join(" ");
          expect(said).toContain("Do not count spasms");
          expect(/pounding headache stop at once/.test(said)).toBe(isCrisis);
        }
    }
  });
});
