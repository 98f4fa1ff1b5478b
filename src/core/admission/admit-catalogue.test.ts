import { describe, expect, it } from "vitest";
import { describeProblem } from "../base";
import { check, InputError } from "../base";
import {
  DEFAULT_READING_SETTINGS,
  type EventBody,
  type EventType,
  type ExamEvent,
  parseEvent,
  readingSettingsSchema,
} from "../record";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { admit } from "./admit";

/** What an entry is refused with, in one line; null when it is taken. */
function refusal<T extends EventType>(exam: ExamBuilder, type: T, body: EventBody<T>): string | null {
  const event = { ...exam.events.at(-1)!, id: exam.newId(), type, body } as unknown as ExamEvent;
  try {
    parseEvent(event);
  } catch (error) {
    if (error instanceof InputError) return error.message;
    throw error;
  }
  const found = admit(exam.state(), event);
  return found && describeProblem(found);
}
const slump = () => {
  const exam = buildExam();
  return { exam, run: exam.start("slump", "right") };
};

describe("bad input at the table is refused with a sentence", () => {
  it("an angle out of the joint's range, and an onset beyond the end of range", () => {
    const exam = buildExam();
    const run = exam.start("straight-leg-raise", "right");
    expect(refusal(exam, "measure-recorded", { run, measure: "onset", value: 200 })).toMatch(
      /out of range for raise at onset. Use a value from 0 to 130/,
    );
    exam.record(run, { measure: "end", value: 60 });
    expect(refusal(exam, "measure-recorded", { run, measure: "onset", value: 75 })).toMatch(
      /Raise at onset \(75\) lies beyond/,
    );
    expect(refusal(exam, "measure-recorded", { run, measure: "onset", value: 55 })).toBeNull();
    expect(refusal(exam, "measure-recorded", { run, measure: "hip", value: 5 })).toMatch(
      /not measured in Straight leg raise. Use one of: onset, end/,
    );
  });
  it("a deficit counts the other way: it is larger at onset", () => {
    const { exam, run } = slump();
    exam.record(run, { measure: "end", value: 20 });
    expect(refusal(exam, "measure-recorded", { run, measure: "onset", value: 10 })).toMatch(/lies beyond/);
    expect(refusal(exam, "measure-recorded", { run, measure: "onset", value: 35 })).toBeNull();
  });
  it("a stage out of order, or after the test had ended", () => {
    const { exam, run } = slump();
    expect(refusal(exam, "response-recorded", { run, stage: "knee", response: "nothing" })).toMatch(
      /comes after a stage that is not answered/,
    );
    exam.record(run, { stage: "slouch", response: "familiar", felt: ["posterior-calf.right"] });
    expect(refusal(exam, "response-recorded", { run, stage: "knee", response: "nothing" })).toMatch(
      /after the test had ended/,
    );
  });
  it("an effect without a symptom, and an answer that is not one", () => {
    const { exam, run } = slump();
    expect(refusal(exam, "answer-recorded", { run, stage: "head", answer: "less" })).toMatch(
      /symptom .* that has not come/,
    );
    exam.record(run, { stage: "slouch", response: "nothing" });
    exam.record(run, { stage: "chin", response: "familiar", felt: ["posterior-calf.right"] });
    expect(refusal(exam, "answer-recorded", { run, stage: "head", answer: "fine" })).toMatch(
      /Use one of: gone, less, unchanged, worse/,
    );
    expect(refusal(exam, "answer-recorded", { run, stage: "head", answer: "less" })).toBeNull();
    expect(refusal(exam, "answer-recorded", { run, stage: "ankle", answer: "less" })).toMatch(/does not need it/);
  });
  it("a side for a test without sides, and none for one that has them", () => {
    const exam = buildExam();
    const start = (test: "lhermitte" | "slump", side: "right" | null) =>
      refusal(exam, "run-started", { run: exam.newId(), test, side, variant: {} });
    expect(start("lhermitte", "right")).toMatch(/has no side of its own/);
    expect(start("slump", null)).toMatch(/done on one side/);
  });
  it("a school or an option that does not exist, in a run and in settings", () => {
    const exam = buildExam();
    const start = (variant: Record<string, string>) =>
      refusal(exam, "run-started", { run: exam.newId(), test: "slump", side: "right", variant });
    expect(start({ "slump-order": "upside-down" })).toMatch(/is not a way Slump is done/);
    expect(start({ moon: "full" })).toMatch(/moon/);
    expect(() =>
      check(readingSettingsSchema, { ...DEFAULT_READING_SETTINGS, schools: { "raise-range": "never" } }, "settings"),
    ).toThrow(/school or an option that the catalogue does not have/);
    expect(() =>
      check(readingSettingsSchema, { ...DEFAULT_READING_SETTINGS, schools: { "raise-range": "any" } }, "settings"),
    ).not.toThrow();
  });
  it("a sheet that is empty, repeats a test or names an unknown one", () => {
    const exam = buildExam();
    const set = (tests: string[]) => refusal(exam, "sheet-set", { label: "mine", tests: tests as never, reason: "" });
    expect(set([])).toMatch(/is empty/);
    expect(set(["slump", "slump"])).toMatch(/holds one twice/);
    expect(set(["slump", "hop"])).toMatch(/is not one of/);
    expect(set(["slump", "faber"])).toBeNull();
  });
  it("a test that is not earned, and one that is still sore", () => {
    const exam = buildExam();
    exam.add("sheet-set", { label: "Leg", tests: ["straight-leg-raise", "dorsiflexion-sign", "slump"], reason: "" });
    exam.consent().guard().rest(0);
    const start = (test: "dorsiflexion-sign" | "slump") =>
      refusal(exam, "run-started", { run: exam.newId(), test, side: "right", variant: {} });
    expect(start("dorsiflexion-sign")).toMatch(/offered once the straight leg raise/);
    const run = exam.start("slump", "right");
    exam.add("soreness-recorded", { run, intensity: 4, minutes: null });
    expect(start("slump")).toMatch(/still hurts from the last time \(4 of 10\)/);
    exam.add("soreness-recorded", { run, intensity: 4, minutes: 25 });
    expect(start("slump")).toBeNull();
  });
  it("a sign or a baseline step that is not there", () => {
    const { exam, run } = slump();
    expect(refusal(exam, "sign-recorded", { run, sign: "end-feel", option: "wobbly" })).toMatch(
      /Use one of: soft, firm/,
    );
    const neuro = (level: string, value: number, side: "right" | null = "right") =>
      refusal(exam, "neuro-recorded", { findings: [{ kind: "power", level, side, value }] });
    expect(neuro("l9", 5)).toMatch(/is not examined/);
    expect(neuro("l5", 4.2)).toMatch(/is not a step of power/);
    expect(neuro("l5", 5, null)).toMatch(/without a side/);
    expect(neuro("l5", 4.5)).toBeNull();
  });
});
