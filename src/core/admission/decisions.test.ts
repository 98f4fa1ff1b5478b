import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { whatOf } from "@/fixtures/samples/what-of";
import { worded } from "../base";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { ALL_CLEAR_OPTION, GUARD_QUESTIONS, protocolOf, PROTOCOLS } from "../knowledge";
import {
  append,
  type ExamEvent,
  type History,
  historyOf,
  isAnswered,
  kindOf,
  ladderOf,
  settingsOf,
  variantFor,
} from "../record";
import { assessGuard, openEmergency } from "../safety";
import type { Side } from "../vocabulary";
import { admit } from "./admit";
import { answerDraft, runPosition, stageBlocks } from "./entry";

let ids = 7_000_000;
const event = (history: History, type: string, body: object): ExamEvent =>
  ({ ...history.events[0]!, id: idOf(++ids), type, body }) as unknown as ExamEvent;

/** An exam in which one question got this answer and the others the ordinary one. */
function answered(question: string, option: string): History {
  const exam = buildExam({ region: "lumbopelvic" }).complaint("low-back.central").consent().guard().rest(0);
  const history = historyOf(exam.events[0]!.exam, exam.events);
  return append(history, [event(history, "guard-answered", { question, answer: option })]);
}

const GRAVE = GUARD_QUESTIONS.flatMap(({ id, options }) =>
  options.filter((option) => option.id !== ALL_CLEAR_OPTION).map((option) => [id, option.id] as const),
);
const SIDED = PROTOCOLS.flatMap((protocol) =>
  (protocol.sided ? (["left", "right"] as const) : ([null] as const)).map((side: Side | null) => ({ protocol, side })),
);

describe("a blocked stage", () => {
  it("every grave answer, test and side: what is shown as blocked is what is refused", () =>
    forEvery(GRAVE, (question, option) => {
      const history = answered(question, option);
      const guard = assessGuard(history.state);
      for (const { protocol, side } of SIDED) {
        const variant = variantFor(protocol, settingsOf(history.state));
        const started = append(history, [
          event(history, "run-started", { run: idOf(++ids), test: protocol.id, side, variant }),
        ]);
        const run = started.state.runs.at(-1)!;
        const { here } = ladderOf(run);
        if (!here || kindOf(here) === "measure") continue;
        const given = answerDraft(
          here,
          run.id,
          kindOf(here) === "provoke" ? "nothing" : (here.options?.[0]?.id ?? "unchanged"),
        );
        const refused = worded(whatOf(admit(started.state, event(started, given.type, given.body))) ?? "").startsWith(
          "is blocked",
        );
        expect([protocol.id, side, refused]).toEqual([
          protocol.id,
          side,
          stageBlocks(guard, here, { protocol, side }, run).length > 0,
        ]);
      }
    }));

  it("can be corrected once it is answered", () => {
    const exam = buildExam().complaint("low-back.central").consent().guard().rest(0);
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    const history = historyOf(exam.events[0]!.exam, exam.events);
    const run = history.state.runs[0]!;
    const stage = ladderOf(run).rungs[0]!.stage;
    expect(isAnswered(stage, run)).toBe(true);
    const block = {
      id: "x",
      loads: "all",
      on: "person",
      reason: "x",
      overridden: [],
      final: true,
      onceForRegion: false,
      awaitsShortExam: false,
    } as const;
    const guard = { ...assessGuard(history.state), blocks: [block] };
    expect(stageBlocks(guard, stage, { protocol: protocolOf("thigh-thrust"), side: "right" }, run)).toEqual([]);
    expect(stageBlocks(guard, stage, { protocol: protocolOf("thigh-thrust"), side: "right" }, null)).toEqual([block]);
  });
});

describe("the other side's run to compare with", () => {
  const WAYS = PROTOCOLS.filter(({ sided }) => sided).flatMap((protocol) =>
    protocol.schools
      .filter(({ kind }) => kind === "doing")
      .map((school) => [protocol.id, school.id, protocol, school] as const),
  );

  it("every technique option: only a run done the same way counts as the same", () =>
    forEvery(WAYS, (_test, _school, protocol, school) => {
      for (const here of school.options)
        for (const there of school.options) {
          const exam = buildExam().complaint("low-back.central").consent().guard().rest(0);
          for (const [side, option] of [
            ["left", there.id],
            ["right", here.id],
          ] as const)
            exam.add("run-started", { run: exam.newId(), test: protocol.id, side, variant: { [school.id]: option } });
          const position = runPosition(exam.state(), { protocol, side: "right" }, {});
          expect(position.otherRun?.side).toBe("left");
          expect(position.likeRun !== null, `${here.id} beside ${there.id}`).toBe(here.id === there.id);
        }
    }));
});

describe("an open emergency", () => {
  it("every grave answer: signing waits exactly as long as one is open", () =>
    forEvery(GRAVE, (question, option) => {
      const history = answered(question, option);
      const sign = (at: History) =>
        whatOf(
          admit(at.state, event(at, "exam-signed", { name: "", registration: "", statement: "", head: "", length: 1 })),
        );
      const emergency = openEmergency(assessGuard(history.state));
      if (!emergency) return expect(sign(history)).toBeUndefined();
      expect(sign(history)).toContain("an emergency referral is not answered");
      const others = assessGuard(history.state).referrals.filter(({ urgency }) => urgency === "emergency");
      const done = append(
        history,
        others.map(({ id }) =>
          event(history, "referral-acknowledged", { referral: id, action: "called the ambulance" }),
        ),
      );
      expect(openEmergency(assessGuard(done.state))).toBeNull();
      expect(sign(done)).toBeUndefined();
    }));
});
