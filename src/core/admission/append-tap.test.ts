import { describe, expect, it } from "vitest";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { InputError } from "../base";
import { type EventDraft, historyOf } from "../record";
import { appendTap } from "./append-tap";

let count = 5_000_000;
const envelope = { at: "2026-03-02T10:00:00.000Z", actor: PRACTITIONER, device: "bench-1", newId: () => idOf(++count) };
const history = () => {
  const { events } = buildExam();
  return historyOf(events[0]!.exam, events);
};
const area: EventDraft = {
  type: "area-recorded",
  body: { area: "area-1", places: ["si-area.right"], qualities: [], now: 1, best: 0, worst: 4 },
};
const familiar: EventDraft = { type: "familiar-chosen", body: { area: "area-1", words: "an ache" } };

describe("a tap", () => {
  it("is events of one instant and device, each checked against those before it", () => {
    const taken = appendTap(history(), [area, familiar], envelope);
    if (taken instanceof InputError) throw taken;
    expect(taken.events.map(({ type }) => type)).toEqual(["area-recorded", "familiar-chosen"]);
    expect(new Set(taken.events.map(({ at, device, exam }) => `${at} ${device} ${exam}`)).size).toBe(1);
    expect(taken.history.state.familiar?.words).toBe("an ache");
  });

  it("is taken whole or not at all", () => {
    const before = history();
    const taken = appendTap(before, [area, { ...familiar, body: { area: "area-2", words: "" } }], envelope);
    expect(taken).toBeInstanceOf(InputError);
    expect(before.state.areas).toEqual([]);
    expect((taken as InputError).message).toContain("this entry › body");
  });

  it("says what is wrong with what is malformed", () => {
    const taken = appendTap(history(), [{ type: "rest-rated", body: { intensity: 11, places: [] } }], envelope);
    expect((taken as InputError).problems[0]?.where).toBe("this entry › body › intensity");
  });
});
