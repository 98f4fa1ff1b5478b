import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import type { ExamEvent } from "./event";
import { fold } from "./fold";
import { append, begin, historyOf } from "./history";

const opened = () => buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");
const said = (state: ReturnType<typeof fold>) => JSON.stringify({ ...state, known: state.known.size });

describe("a history", () => {
  it("leaves the one it grew from as it was, and shares the runs that nothing touched", () => {
    const exam = opened();
    exam.run({ test: "thigh-thrust", side: "left", response: "nothing" });
    const before = historyOf(exam.events[0]!.exam, exam.events);
    const kept = said(before.state);
    const { length } = exam.events;
    exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
    const after = append(before, exam.events.slice(length));
    expect(said(before.state)).toBe(kept);
    expect(after.state.runs[0]).toBe(before.state.runs[0]);
    expect(after.state.runs).toHaveLength(2);
    expect(before.state.known.has(exam.events.at(-1)!.id)).toBe(false);
    expect(after.state.known.has(exam.events.at(-1)!.id)).toBe(true);
  });

  it("can grow in two directions from the same place", () => {
    const exam = opened();
    const root = historyOf(exam.events[0]!.exam, exam.events);
    const [left, right] = [exam.add("note-written", { text: "left" }), exam.add("note-written", { text: "right" })];
    const [one, other] = [append(root, [left]), append(root, [right])];
    expect(one.state.notes.map(({ text }) => text)).toEqual(["left"]);
    expect(other.state.notes.map(({ text }) => text)).toEqual(["right"]);
    expect([one.state.known.has(right.id), other.state.known.has(left.id)]).toEqual([false, false]);
    expect([one.state.known.has(left.id), other.state.known.has(right.id)]).toEqual([true, true]);
  });

  /** Notes, ratings and runs, with retractions of anything earlier, retractions of retractions among them. */
  const someEvents = fc.array(fc.tuple(fc.constantFrom("rest", "note", "run", "retract"), fc.nat(1000)), {
    minLength: 1,
    maxLength: 260,
    size: "max",
  });

  it("is what folding all of its events gives, however it was cut into pieces", () => {
    fc.assert(
      fc.property(someEvents, fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1 }), (steps, pieces) => {
        const exam = opened();
        for (const [kind, number] of steps) {
          if (kind === "rest") exam.add("rest-rated", { intensity: number % 11, places: [] });
          else if (kind === "note") exam.add("note-written", { text: `${number}` });
          else if (kind === "run")
            exam.add("run-started", { run: exam.newId(), test: "thigh-thrust", side: "left", variant: {} });
          else
            exam.add("event-retracted", {
              event: exam.events[1 + (number % (exam.events.length - 1))]!.id,
              reason: "",
            });
        }
        const events: readonly ExamEvent[] = exam.events;
        let history = begin(events[0]!.exam);
        for (let from = 0, turn = 0; from < events.length; turn++) {
          const piece = events.slice(from, from + pieces[turn % pieces.length]!);
          history = append(history, piece);
          from += piece.length;
          expect(said(history.state)).toBe(said(fold(events.slice(0, from))));
        }
        expect(history.events).toEqual(events);
      }),
      { numRuns: 30 },
    );
  });
});
