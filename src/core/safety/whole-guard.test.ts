import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { worded } from "../base";
import { admit, permissionProblem } from "../admission";
import { GUARD_COUNTS, GUARD_QUESTIONS, protocolOf, PROTOCOLS, stagesOf, TEST_IDS } from "../knowledge";
import type { ExamEvent } from "../record";
import { LOAD_IDS, type LoadId, RECORD_VERSION, SIDES } from "../vocabulary";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import {
  GRAVE_ANSWERS,
  type GraveAnswer,
  stateOfAnswer,
  stateWith,
  stateWithoutAnswer,
} from "@/fixtures/tables/guard-answers";
import { standingOf, waysOf } from "@/fixtures/tables/guard-table";
import { questionsFor } from "./asked";
import { assessGuard, type Guard } from "./assess";
import { blocksOn, blocksOnTest, cautionsOn } from "./reach";

/** Answers × stages × schools × sides, all of them. */

const nameOf = ({ question, option }: GraveAnswer): string => `${question.id}: ${option}`;
const EVERY = GRAVE_ANSWERS.map((answer) => [nameOf(answer), answer] as const);
const sidesOf = (sided: boolean) => (sided ? SIDES : [null]);

/** Every stage of every test, every way and side of doing it. */
const STAGES = PROTOCOLS.flatMap((protocol) =>
  waysOf(protocol).flatMap(({ variant }) =>
    stagesOf(protocol, variant).flatMap((stage) =>
      sidesOf(protocol.sided).map((side) => ({ protocol, variant, stage, side })),
    ),
  ),
);

/** How gravely a stage is guarded: 2 blocked, 1 cautioned, 0 neither. */
const gravityOf = (guard: Guard, { protocol, stage, side }: (typeof STAGES)[number]): number =>
  blocksOn(guard, stage, protocol.id, side).length > 0 ? 2 : cautionsOn(guard, stage).length > 0 ? 1 : 0;

/** Answers from mild to grave, question by question; each pair is compared stage by stage. */
const GRAVER: Readonly<Record<string, readonly (readonly [milder: string, graver: string])[]>> = {
  brainstem: [["known", "new"]],
  artery: [["known", "new"]],
  osteoporosis: [["known", "severe"]],
  cancer: [["other", "with-pain"]],
  pregnancy: [
    ["after-birth", "early"],
    ["early", "yes"],
  ],
  "aneurysm-signs": [["yes", "severe"]],
  "neck-injury": [["recent", "later"]],
  ...Object.fromEntries(
    GUARD_QUESTIONS.filter(({ options }) => options.some(({ id }) => id === "both")).map(({ id }) => [
      id,
      [
        ["right", "both"],
        ["left", "both"],
      ] as const,
    ]),
  ),
};

describe("a graver answer", () => {
  it("is told of for every question that has more than one", () =>
    expect(
      GUARD_QUESTIONS.filter(
        ({ id, options, step }) =>
          !step && options.filter((option) => option.id !== "not-known").length > 2 && !GRAVER[id],
      ).map(({ id }) => id),
    ).toEqual([]));

  it("every pair of answers: the graver one restricts at least what the milder one does", () =>
    forEvery(
      Object.entries(GRAVER).flatMap(([question, pairs]) => pairs.map((pair) => [question, ...pair] as const)),
      (question, milder, graver) => {
        const guardFor = (option: string) =>
          assessGuard(
            stateOfAnswer(GRAVE_ANSWERS.find((one) => one.question.id === question && one.option === option)!),
          );
        const [mild, grave] = [guardFor(milder), guardFor(graver)];
        const lifted = STAGES.filter((at) => gravityOf(grave, at) < gravityOf(mild, at));
        expect(lifted.map(({ protocol, stage, side }) => `${protocol.id} ${stage.id} ${side}`)).toEqual([]);
      },
    ));

  it("every answer restricts at least what no answer and a healthy person's answer do", () =>
    forEvery(EVERY, (_name, answer) => {
      const grave = assessGuard(stateOfAnswer(answer));
      const well = assessGuard(stateWithoutAnswer(answer));
      const open = assessGuard(stateWith({ ...answer.before }, answer.born));
      expect(STAGES.filter((at) => gravityOf(grave, at) < Math.max(gravityOf(well, at), gravityOf(open, at)))).toEqual(
        [],
      );
    }));
});

describe("not known", () => {
  const UNKNOWN = GRAVE_ANSWERS.filter(({ option }) => option === "not-known").map(
    (answer) => [answer.question.id, answer] as const,
  );
  const STAYS = [
    "cauda-equina",
    "brainstem",
    "artery",
    "cord-signs",
    "dens-fracture",
    "neck-injury",
    "pelvic-fracture",
    "lumbar-injury",
    "electric-shock",
  ];

  it("every answer of not known cautions everything, and at least what a yes blocks", () =>
    forEvery(UNKNOWN, (id, answer) => {
      const guard = assessGuard(stateOfAnswer(answer));
      const others = GRAVE_ANSWERS.filter((one) => one.question.id === id && one.option !== "not-known");
      const named = GUARD_COUNTS.some(({ of }) => of.some(({ question }) => question === id));
      for (const at of STAGES) {
        const gravest = Math.max(...others.map((one) => gravityOf(assessGuardOf(one), at)));
        const owed = STAYS.includes(id) ? gravest : Math.min(1, gravest);
        expect(gravityOf(guard, at), `${at.protocol.id} ${at.stage.id}`).toBeGreaterThanOrEqual(
          named ? 0 : Math.max(1, owed),
        );
      }
      expect(guard.referrals.map(({ urgency, text }) => [urgency, text.startsWith("Find out today: ")])).toEqual(
        STAYS.includes(id) ? [["urgent", true]] : [],
      );
    }));
});

const guards = new Map<string, Guard>();
function assessGuardOf(answer: GraveAnswer): Guard {
  const known = guards.get(nameOf(answer)) ?? assessGuard(stateOfAnswer(answer));
  guards.set(nameOf(answer), known);
  return known;
}

describe("a block on one side", () => {
  const ONE_SIDED = EVERY.filter(([, answer]) => assessGuardOf(answer).blocks.some(({ on }) => on !== "person"));

  it("every one-sided answer reaches every stage that loads that side, and no other", () =>
    forEvery(ONE_SIDED, (_name, answer) => {
      const { blocks } = assessGuardOf(answer);
      const guard = { ...assessGuardOf(answer), blocks: blocks.filter(({ on }) => on !== "person") };
      for (const at of STAGES) {
        const loaded = guard.blocks.some(({ loads, on }) =>
          at.stage.loads.some((load) => {
            if (load.on === "person" || (loads !== "all" && !loads.includes(load.load))) return false;
            if (at.side === null) return true;
            const limb = load.on === "tested side" ? at.side : at.side === "right" ? "left" : "right";
            return on === `${limb} side`;
          }),
        );
        expect(blocksOn(guard, at.stage, at.protocol.id, at.side).length > 0, `${at.protocol.id} ${at.stage.id}`).toBe(
          loaded,
        );
      }
    }));
});

describe("a broken pelvis", () => {
  it("stops every test of the region but those that only look", () => {
    const guard = assessGuardOf(
      GRAVE_ANSWERS.find(({ question, option }) => question.id === "pelvic-fracture" && option === "yes")!,
    );
    const left = PROTOCOLS.filter(
      (protocol) =>
        protocol.regions.includes("pelvis") &&
        sidesOf(protocol.sided).some((side) => standingOf(guard, protocol, {}, side).standing !== "blocked"),
    );
    expect(left.map(({ id }) => id)).toEqual(["pelvic-levels"]);
  });
});

describe("the grave findings of the neck", () => {
  /** Everything that is said to load the neck or to strain it, and nothing that is not. */
  it.each(["artery: new", "dens-fracture: yes", "cspine-high: yes"])(
    "%s leaves no stage that reaches the neck",
    (name) => {
      const guard = assessGuardOf(GRAVE_ANSWERS.find((answer) => nameOf(answer) === name)!);
      const reaching = STAGES.filter(({ stage }) =>
        stage.loads.some(
          ({ load }) => load.startsWith("neck-") || load === "relocation" || load === "upper-cervical-stress",
        ),
      );
      expect(reaching.length).toBeGreaterThan(100);
      expect(reaching.filter((at) => gravityOf(guard, at) < 2)).toEqual([]);
      const NECK_BY_NATURE = PROTOCOLS.filter(({ regions }) =>
        regions.every((region) => region === "neck" || region === "arm"),
      );
      const open = NECK_BY_NATURE.filter((protocol) =>
        sidesOf(protocol.sided).some((side) => standingOf(guard, protocol, {}, side).standing === "runs"),
      );
      expect(open.map(({ id }) => id)).toEqual([]);
    },
  );
});

describe("age on record", () => {
  const recent = { "neck-injury": "recent" };
  it("answers the decision rule by itself, whatever was typed", () => {
    const old = assessGuard(stateWith({ ...recent, "cspine-applies": "no", "cspine-high": "no" }, "1955-01-01"));
    expect(old.blocks.some(({ final, reason }) => final && reason.includes("High-risk"))).toBe(true);
    expect(old.questions.some(({ id }) => id === "cspine-low")).toBe(false);
    const child = assessGuard(stateWith({ ...recent, "cspine-applies": "no" }, "2012-01-01"));
    expect(child.blocks.some(({ reason }) => reason.includes("does not apply"))).toBe(true);
    expect(child.unanswered.some(({ id }) => id === "cspine-applies")).toBe(false);
  });
  it("asks about a new headache from the fiftieth birthday on", () => {
    const asked = (born: string) => questionsFor(stateWith({}, born)).some(({ id }) => id === "giant-cell");
    expect([asked("1976-03-02"), asked("1976-03-03")]).toEqual([true, false]);
  });
});

describe("questions", () => {
  it("are never taken away by a test that is added", () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...TEST_IDS), { minLength: 1, maxLength: 8 }),
        fc.constantFrom(...TEST_IDS),
        (tests, added) => {
          const asked = (sheet: readonly string[]) => {
            const exam = buildExam();
            exam.add("sheet-set", { label: "s", tests: [...sheet] as never, reason: "" });
            return questionsFor(exam.state()).map(({ id }) => id);
          };
          const more = asked([...new Set([...tests, added])]);
          expect(asked(tests).filter((id) => !more.includes(id))).toEqual([]);
        },
      ),
    ));

  it("every test, also on no list, starts only when the questions for its loads were asked", () =>
    forEvery(
      PROTOCOLS.map(({ id }) => id),
      (test) => {
        const exam = buildExam();
        const others = TEST_IDS.filter((id) => id === "diaphragm-palpation");
        exam.add("sheet-set", { label: "Little", tests: others, reason: "" });
        exam.complaint("low-back.central").consent().guard().rest(0);
        const state = exam.state();
        const called = questionsFor(state, [test]).filter(({ id }) => state.guardAnswers[id] === undefined);
        const start = {
          id: idOf(77_000_001),
          exam: idOf(1),
          at: "2026-03-02T11:00:00.000Z",
          actor: PRACTITIONER,
          device: "bench-1",
          v: RECORD_VERSION,
          type: "run-started",
          body: { run: idOf(77_000_002), test, side: protocolOf(test).sided ? "right" : null, variant: {} },
        } as ExamEvent;
        const why = worded(permissionProblem(state, start)?.what ?? "");
        expect(why.includes("was not asked")).toBe(called.length > 0);
        for (const { id, options } of called) {
          const answered = {
            ...start,
            type: "guard-answered",
            body: { question: id, answer: options[0]!.id },
          } as ExamEvent;
          expect(admit(state, answered)).toBeNull();
        }
      },
    ));

  it("of the neck are asked wherever a stage loads it", () => {
    for (const { id } of PROTOCOLS) {
      const loads = new Set(protocolOf(id).stages.flatMap((stage) => stage.loads.map(({ load }) => load)));
      const reaches = LOAD_IDS.filter((load) => load.startsWith("neck-")).some((load) => loads.has(load));
      const exam = buildExam();
      exam.add("sheet-set", { label: "One", tests: [id], reason: "" });
      const asked = new Set(questionsFor(exam.state()).map((question) => question.id));
      if (reaches)
        for (const question of ["artery", "brainstem", "dens-fracture", "upper-neck-risk"])
          expect(asked, id).toContain(question);
    }
  });
});

describe("a typed reason", () => {
  /** Every block that can be overridden × every test it reaches. */
  const OVERRIDABLE = EVERY.flatMap(([name, answer]) =>
    assessGuardOf(answer)
      .blocks.filter(({ final }) => !final)
      .map((block) => [`${name} (${block.id})`, answer, block.id] as const),
  );
  it("every override holds for the test it was given for, and for no other", () =>
    forEvery(OVERRIDABLE, (_name, answer, block) => {
      const state = stateOfAnswer(answer);
      const guard = assessGuard(state);
      const tests = PROTOCOLS.filter(({ id, sided }) =>
        blocksOnTest(guard, protocolOf(id), {}, sided ? "right" : null).whole.some((one) => one.id === block),
      );
      const [first, second] = tests;
      if (!first || !second) return;
      const given = {
        test: first.id,
        reason: "seen by the surgeon today",
        actor: PRACTITIONER,
        at: "2026-03-02T10:00:00Z",
      };
      const lifted = assessGuard({ ...state, overrides: { [block]: [given] } });
      const stands = (protocol: typeof first) =>
        stagesOf(protocol, {}).some((stage) =>
          blocksOn(lifted, stage, protocol.id, protocol.sided ? "right" : null).some((one) => one.id === block),
        );
      expect(stands(first)).toBe(false);
      for (const other of tests.slice(1)) expect(stands(other), other.id).toBe(true);
    }));
});

describe("asking again", () => {
  it("ends with the last of the questions, not with the first", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
    exam.add("run-stopped", { run: null, reason: "faint or unwell", note: "" });
    const asked = assessGuard(exam.state()).stale;
    expect(asked.length).toBeGreaterThan(10);
    asked.forEach(({ id, options }, index) => {
      expect(assessGuard(exam.state())).toMatchObject({ askAgain: true });
      expect(assessGuard(exam.state()).stale).toHaveLength(asked.length - index);
      exam.add("guard-answered", { question: id, answer: options[0]!.id });
    });
    expect(assessGuard(exam.state())).toMatchObject({ askAgain: false, stale: [] });
  });
});

describe("loads", () => {
  it("are each blocked or cautioned by at least one answer, or none at all reaches them but those that reach all", () => {
    const reached = new Set<LoadId>();
    for (const [, answer] of EVERY)
      for (const { loads } of [...assessGuardOf(answer).blocks, ...assessGuardOf(answer).cautions])
        if (loads !== "all") loads.forEach((load) => reached.add(load));
    expect(LOAD_IDS.filter((load) => !reached.has(load))).toEqual([
      "dural-tension",
      "touch",
      "standing",
      "seated",
      "side-lying",
    ]);
  });
});
