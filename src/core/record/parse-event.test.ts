import { readFileSync } from "node:fs";
import { RECORD_VERSION } from "../vocabulary";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { whatOf } from "@/fixtures/samples/what-of";
import { admit } from "../admission";
import { describeProblem, InputError, worded } from "../base";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { EVENT_TYPES } from "./event";
import { parseEvent } from "./parse-event";
import { readEvent } from "./read-event";
import { fold } from "./fold";

const envelope = {
  id: idOf(77),
  exam: idOf(1),
  at: "2026-03-02T09:00:00.000Z",
  actor: { id: idOf(900_001), name: "Ines Calder" },
  device: "bench-1",
};
const event = (type: string, body: unknown, over: object = {}) => ({ ...envelope, type, body, ...over });
const rest = { intensity: 4, places: ["si-area.right"] };
const felt = { run: idOf(5), stage: "push", places: [], intensity: 3, reactions: [] };
const dose = { run: idOf(5), stage: "push", force: { value: 25, unit: "kgf" }, seconds: null, thrusts: null };

function refusalOf(input: unknown): InputError {
  try {
    parseEvent(input, "event 3");
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error("It was taken.");
}

describe("the paper on formats", () => {
  const paper = readFileSync("docs/formats.md", "utf8");
  it("every kind of event is named in docs/formats.md", () =>
    forEvery(EVENT_TYPES, (type) => expect(paper).toContain(`\`${type}\``)));
});

describe("what is no event at all", () => {
  const NOT_BODIES = [null, undefined, [], "", 1, true, { toString: null }];
  it("every kind of event: a body that is not one is refused with a sentence", () =>
    forEvery(EVENT_TYPES, (type) => {
      for (const body of NOT_BODIES) expect(refusalOf(event(type, body)).problems[0]!.where).toContain("event 3");
    }));

  it.each([null, undefined, [], "x", 1, { type: null }, { type: { toString: null } }, { type: "toString" }])(
    "%j is refused with a sentence",
    (input) => expect(refusalOf(input).problems.length).toBeGreaterThan(0),
  );
});

describe("an event that cannot be taken", () => {
  it.each([
    ["11 on a 0-10 scale", event("rest-rated", { ...rest, intensity: 11 }), "body › intensity", "above 10"],
    ["half a step", event("rest-rated", { ...rest, intensity: 4.5 }), "body › intensity", "whole"],
    ["text as a number", event("rest-rated", { ...rest, intensity: "4" }), "body › intensity", "not a number"],
    ["NaN", event("rest-rated", { ...rest, intensity: NaN }), "body › intensity", "not a number"],
    ["infinity", event("rest-rated", { ...rest, intensity: Infinity }), "body › intensity", "above 10"],
    ["a site not on the chart", event("rest-rated", { ...rest, places: ["elbow.right"] }), "places[0]", "body chart"],
    [
      "a side the site does not have",
      event("rest-rated", { ...rest, places: ["groin.central"] }),
      "places[0]",
      "body chart",
    ],
    ["a place twice", event("rest-rated", { ...rest, places: ["groin.left", "groin.left"] }), "places", "twice"],
    ["-5 kgf", event("dose-recorded", { ...dose, force: { value: -5, unit: "kgf" } }), "force › value", "below 0"],
    [
      "an unknown unit",
      event("dose-recorded", { ...dose, force: { value: 5, unit: "stone" } }),
      "force › unit",
      "one of",
    ],
    [
      "an unknown test",
      event("run-started", { run: idOf(5), test: "elbow-twist", side: "right", variant: { dose: "steady" } }),
      "body › test",
      "one of",
    ],
    ["an unknown kind", event("exam-deleted", {}), "type", "kind of event"],
    ["a field nobody knows", event("rest-rated", { ...rest, mood: "good" }), "body", "mood"],
    ["a time that is none", event("rest-rated", rest, { at: "yesterday" }), "at", "time"],
    ["an id that is none", event("rest-rated", rest, { id: "1" }), "id", "UUID"],
    ["a body that is missing", event("rest-rated", undefined), "body", "missing"],
    ["a list instead of an event", [], "event 3", "not an event"],
    ["null", null, "event 3", "not an event"],
    ["an exam opened for nobody", event("exam-opened", { region: "lumbopelvic" }), "body › person", "missing"],
    ["an event without its actor", { ...event("rest-rated", rest), actor: undefined }, "actor", "missing"],
    ["a reason too short", event("block-overridden", { block: "x.yes.1", reason: "ok" }), "body › reason", "too short"],
    ["a prototype's name as a type", event("constructor", {}), "type", "kind of event"],
    ["intensity far out", event("felt-recorded", { ...felt, intensity: -1 }), "intensity", "below 0"],
  ])("%s is told apart: what, where, what to do", (_, input, where, what) => {
    const { problems, message } = refusalOf(input);
    expect(message.startsWith("event 3")).toBe(true);
    expect(
      problems.some(
        (problem) => problem.where.includes(where.split(" › ").at(-1)!) && describeProblem(problem).includes(what),
      ),
    ).toBe(true);
    expect(problems.every(({ todo }) => worded(todo).length > 5)).toBe(true);
  });

  it("takes a stop without a run, but no tap without one", () => {
    const stop = event("run-stopped", { run: null, reason: "asked to stop", note: "" });
    expect(parseEvent(stop)).toBe(stop);
    expect(refusalOf(event("response-recorded", { run: null, stage: "push", response: "nothing" })).message).toContain(
      "not an id",
    );
  });

  it("takes a good one as it is, script in a name included", () => {
    const good = event("note-written", { text: "<script>alert(1)</script>" });
    expect(parseEvent(good)).toBe(good);
  });
});

describe("an event that cannot follow", () => {
  const started = () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(2);
    const run = exam.newId();
    exam.add("run-started", { run, test: "sacral-thrust", side: null, variant: { dose: "steady" } });
    return { exam, run };
  };
  const next = (type: string, body: object, over: object = {}) => readEvent(parseEvent(event(type, body, over)))!;

  it("belongs to another exam", () =>
    expect(whatOf(admit(started().exam.state(), next("rest-rated", rest, { exam: idOf(9) })))).toContain(
      "another exam",
    ));
  it("comes before the opening", () =>
    expect(whatOf(admit(fold([]), next("rest-rated", rest)))).toContain("before the exam was opened"));
  it("answers a later stage first", () => {
    const { exam, run } = started();
    expect(
      whatOf(admit(exam.state(), next("response-recorded", { run, stage: "thrusts", response: "nothing" }))),
    ).toContain("not answered yet");
  });
  it("goes on after the stop rule ended the test", () => {
    const { exam, run } = started();
    exam.add("response-recorded", { run, stage: "pressure", response: "familiar" });
    expect(
      whatOf(admit(exam.state(), next("response-recorded", { run, stage: "thrusts", response: "nothing" }))),
    ).toContain("after the test had ended");
  });
  it("names a stage the test does not have", () => {
    const { exam, run } = started();
    const against = admit(exam.state(), next("response-recorded", { run, stage: "twist", response: "nothing" }))!;
    expect(describeProblem(against)).toContain("pressure, thrusts");
  });
  it.each([
    ["si-distraction", "right", "has no side"],
    ["thigh-thrust", null, "one side"],
  ] as const)("%s with side %s", (test, side, says) => {
    const problem = admit(
      started().exam.state(),
      next("run-started", { run: idOf(88), test, side, variant: { dose: "steady" } }),
    );
    expect(whatOf(problem)).toContain(says);
  });
  it("does a test in a way it has not", () => {
    const problem = admit(
      started().exam.state(),
      next("run-started", { run: idOf(88), test: "faber", side: "left", variant: { dose: "steady", contact: "heel" } }),
    );
    expect(problem?.where).toContain("contact");
  });
  it("starts a blocked test, until the block is overridden with a reason", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(2);
    const start = next(
      "run-started",
      {
        run: idOf(88),
        test: "sacral-thrust",
        side: null,
        variant: { dose: "steady" },
      },
      { v: RECORD_VERSION },
    );
    expect(whatOf(admit(exam.state(), start))).toContain("not prone");
    exam.add("block-overridden", {
      block: "pregnancy.yes.1",
      test: "sacral-thrust",
      reason: "Twelve weeks, lies on cushions with room",
    });
    expect(admit(exam.state(), start)).toBeNull();
  });
  it("retracts what is not there, or the opening", () => {
    const { exam } = started();
    expect(whatOf(admit(exam.state(), next("event-retracted", { event: idOf(4711), reason: "" })))).toContain(
      "not an event of this exam",
    );
    expect(whatOf(admit(exam.state(), next("event-retracted", { event: exam.events[0]!.id, reason: "" })))).toContain(
      "opening",
    );
  });
  it("comes after signing without a reason; with one it is an amendment", () => {
    const { exam } = started();
    exam.sign();
    expect(whatOf(admit(exam.state(), next("rest-rated", rest)))).toBe("this record is signed");
    expect(admit(exam.state(), next("rest-rated", rest, { amendment: "misheard the number" }))).toBeNull();
    exam.add("rest-rated", { intensity: 5, places: [] }, { amendment: "misheard the number" });
    expect(exam.state().amendments[0]?.reason).toBe("misheard the number");
  });
  it("signs while an emergency referral is open", () => {
    const exam = buildExam().complaint("si-area.right").guard({ "cauda-equina": "yes" });
    const sign = next("exam-signed", {
      name: "Ines",
      registration: "",
      statement: "so",
      head: "0".repeat(64),
      length: 3,
    });
    expect(whatOf(admit(exam.state(), sign))).toContain("emergency referral");
    exam.add("referral-acknowledged", { referral: "cauda-equina.yes.2", action: "Ambulance called at 10:05" });
    expect(admit(exam.state(), sign)).toBeNull();
  });
});
