import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { worded } from "../base";
import { admit, permissionProblem } from "../admission";
import {
  type GuardQuestion,
  loadsOfTechnique,
  type Protocol,
  protocolOf,
  PROTOCOLS,
  stagesOf,
  TEST_IDS,
} from "../knowledge";
import { DEFAULT_READING_SETTINGS, type ExamEvent, type ExamState, variantFor } from "../record";
import {
  type ExamRegion,
  LOAD_IDS,
  type LoadId,
  RECORD_VERSION,
  SIDES,
  TECHNIQUE_REGIONS,
  TECHNIQUES,
  wasThere,
} from "../vocabulary";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import {
  GRAVE_ANSWERS,
  type GraveAnswer,
  QUESTIONS_TODAY,
  nameOfAnswer,
  stateOfAnswer,
  stateWith,
  stateWithoutAnswer,
} from "@/fixtures/tables/guard-answers";
import { standingOf, waysOf } from "@/fixtures/tables/guard-table";
import { loadsOfWay, questionsFor, questionsForLoads, questionsInForce } from "./asked";
import { assessGuard, type Guard } from "./assess";
import { blocksOn, blocksOnTest, cautionsOn } from "./reach";

/** Answers × stages × schools × sides, all of them. */

const EVERY = GRAVE_ANSWERS.map((answer) => [nameOfAnswer(answer), answer] as const);
const usual = (protocol: Protocol) => variantFor(protocol, DEFAULT_READING_SETTINGS);
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

describe("a grave answer", () => {
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
  const UNKNOWN = GRAVE_ANSWERS.filter(
    ({ option, question }) => option === "not-known" && question.id !== "neck-before",
  ).map((answer) => [answer.question.id, answer] as const);
  /** Cord, cauda equina, artery and fracture, heart and clot. */
  const STAYS = [
    "cauda-equina",
    "brainstem",
    "dizziness",
    "artery",
    "cord-signs",
    "dens-fracture",
    "neck-injury",
    "pelvic-fracture",
    "lumbar-injury",
    "electric-shock",
    "heart-and-chest",
    "arm-clot-breath",
    "leg-clot-breath",
    "weak-legs",
  ];

  it("every answer of not known cautions what the mildest yes restricts, or keeps its blocks and asks to find out today", () =>
    forEvery(UNKNOWN, (id, answer) => {
      const guard = assessGuard(stateOfAnswer(answer));
      const own = <T extends { readonly id: string }>(effects: readonly T[]) =>
        effects.filter((effect) => effect.id.startsWith(`${id}.not-known.`));
      const stays = STAYS.includes(id);
      expect(own(guard.cautions).length + own(guard.blocks).length).toBeGreaterThan(0);
      expect(own(guard.blocks).length > 0).toBe(stays);
      expect(own(guard.referrals).map(({ urgency, text }) => [urgency, /find out today/i.test(text)])).toEqual(
        stays ? [["urgent", true]] : [],
      );
    }));
});

const guards = new Map<string, Guard>();
function assessGuardOf(answer: GraveAnswer): Guard {
  const known = guards.get(nameOfAnswer(answer)) ?? assessGuard(stateOfAnswer(answer));
  guards.set(nameOfAnswer(answer), known);
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
  it.each(["artery: new, sudden", "artery: new, droop", "brainstem: new", "dens-fracture: yes", "cspine-high: yes"])(
    "%s leaves no stage that reaches the neck",
    (name) => {
      const guard = assessGuardOf(GRAVE_ANSWERS.find((answer) => nameOfAnswer(answer) === name)!);
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
  /** A question, or the shorter one that is asked in its place. */
  const isAskedOr = (asked: ReadonlySet<string>, { id, behind }: GuardQuestion): boolean =>
    asked.has(id) || (behind !== undefined && asked.has(behind.question));
  const loadsNamed = ({ options, parts }: GuardQuestion): ReadonlySet<LoadId> =>
    new Set(
      [
        ...options.flatMap(({ effects }) => effects),
        ...parts.flatMap(({ until, effects = {} }) => (until === undefined ? Object.values(effects).flat() : [])),
      ].flatMap((effect) =>
        (effect.kind === "block" || effect.kind === "caution") && effect.loads !== "all" ? effect.loads : [],
      ),
    );
  const FOLLOW_AN_ANSWER = QUESTIONS_TODAY.filter(({ onlyIf }) => onlyIf?.answered || onlyIf?.found).map(
    ({ id }) => id,
  );

  it("nothing is loaded without its question: every test, way and technique, by every load that an answer guards", () =>
    forEvery(
      [
        ...PROTOCOLS.flatMap((protocol) =>
          waysOf(protocol).map(({ variant, label }) => ({
            name: `${protocol.id} ${label}`,
            region: "lumbopelvic" as const,
            asked: (state: ExamState) =>
              questionsFor(state, [{ test: protocol.id, variant: { ...usual(protocol), ...variant } }]),
            loads: new Set(loadsOfWay(protocol.id, { ...usual(protocol), ...variant })),
          })),
        ),
        ...TECHNIQUES.flatMap((kind) =>
          TECHNIQUE_REGIONS.map((region) => {
            const loads = loadsOfTechnique(kind, region).map(({ load }) => load);
            return {
              name: `${kind}, ${region}`,
              region: "lumbopelvic" as const,
              asked: (state: ExamState) => questionsForLoads(state, loads),
              loads: new Set(loads),
            };
          }),
        ),
      ].map((row) => [row.name, row] as const),
      (_name, { asked, loads }) => {
        for (const birthDate of ["1986-01-05", "1955-01-05", "2012-01-05"]) {
          const exam = buildExam({ birthDate });
          exam.add("sheet-set", { label: "Little", tests: ["diaphragm-palpation"], reason: "" });
          const state = exam.state();
          const ids = new Set([...asked(state), ...questionsFor(state)].map(({ id }) => id));
          const left = questionsInForce(state).filter(
            (question) =>
              wasThere(question, RECORD_VERSION) &&
              !FOLLOW_AN_ANSWER.includes(question.id) &&
              [...loadsNamed(question)].some((load) => loads.has(load)) &&
              !isAskedOr(ids, question),
          );
          expect(left.map(({ id }) => id)).toEqual([]);
        }
      },
    ));

  it("are never taken away by a test that is added, but for the shorter one that stood in their place", () =>
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
          const gone = asked(tests).filter((id) => !more.includes(id));
          expect(gone.filter((id) => id !== "neck-before")).toEqual([]);
          if (gone.includes("neck-before")) expect(more).toContain("artery");
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
          body: {
            run: idOf(77_000_002),
            test,
            side: protocolOf(test).sided ? "right" : null,
            variant: usual(protocolOf(test)),
          },
        } as ExamEvent;
        const why = worded(permissionProblem(state, start)?.what ?? "");
        /** Agreement to what is asked for on its own comes before the questions. */
        if (!why.includes("has not been asked for") && !protocolOf(test).earned)
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

  it("a way that is chosen at the table brings the questions of its own loads", () => {
    const exam = buildExam();
    exam.add("sheet-set", { label: "One", tests: ["si-distraction"], reason: "" });
    exam.complaint("si-area.right").consent().guard().rest(0);
    const asked = (dose: string) =>
      questionsFor(exam.state(), [{ test: "si-distraction", variant: { dose } }]).map(({ id }) => id);
    expect(asked("graded")).toEqual(expect.arrayContaining(asked("steady")));
    expect(asked("graded")).toContain("aneurysm");
    expect(asked("steady")).not.toContain("aneurysm");
  });

  it("of the neck are asked one by one in an examination of the neck, and by a shorter one elsewhere", () => {
    const asked = (region: ExamRegion) => {
      const exam = buildExam({ region });
      exam.add("sheet-set", { label: "One", tests: ["slump"], reason: "" });
      return questionsFor(exam.state()).map(({ id }) => id);
    };
    expect(asked("lumbopelvic")).toEqual(expect.arrayContaining(["neck-before", "electric-shock"]));
    expect(asked("lumbopelvic")).not.toContain("artery");
    expect(asked("neck-arm")).toEqual(expect.arrayContaining(["artery", "brainstem", "upper-neck-risk"]));
    expect(asked("neck-arm")).not.toContain("neck-before");
  });

  it("the shorter one opens those of the part that was not a no, and all of them when none is named", () => {
    const opened = (parts: readonly string[], answer = "yes") => {
      const exam = buildExam();
      exam.add("sheet-set", { label: "One", tests: ["slump"], reason: "" });
      exam.add("guard-answered", { question: "neck-before", answer, by: "them", parts: [...parts] });
      const ids = questionsFor(exam.state()).map(({ id }) => id);
      return QUESTIONS_TODAY.filter(({ behind, id }) => behind && ids.includes(id)).map(({ behind }) => behind!.part);
    };
    expect(new Set(opened(["head"]))).toEqual(new Set(["head"]));
    expect(new Set(opened(["neck", "ligaments"]))).toEqual(new Set(["neck", "ligaments"]));
    expect(new Set(opened([]))).toEqual(new Set(["neck", "head", "ligaments"]));
    expect(new Set(opened([], "not-known"))).toEqual(new Set(["neck", "head", "ligaments"]));
    expect(opened([], "no")).toEqual([]);
  });
});

describe("a typed reason", () => {
  /** Every block that can be overridden × every test it reaches. */
  const OVERRIDABLE = EVERY.flatMap(([name, answer]) =>
    assessGuardOf(answer)
      .blocks.filter(({ final, onceForRegion }) => !final && !onceForRegion)
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
    expect(asked.length).toBeGreaterThan(1);
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
