import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { fold, type RecordedEvent } from "../record";
import { endOffer } from "./end-offer";

const MINUTE = 60_000;

type Told = {
  readonly irritable: boolean;
  readonly minutes: number;
  readonly restAfter: number;
  readonly tests: number;
};

/** Tests that bring the symptom on, one after another, each with the rest rated so many minutes after it began. */
function told({ irritable, minutes, restAfter, tests }: Told) {
  const exam = buildExam().complaint("si-area.right").consent().guard();
  exam.add("history-recorded", {
    onset: "gradual",
    onsetNote: "",
    weeks: 6,
    eases: "",
    provokedBy: irritable ? "little" : "much",
    settlesMinutes: irritable ? 120 : 10,
  });
  exam.rest(2, "si-area.right");
  const at: string[] = [];
  let clock = Date.parse(exam.events.at(-1)!.at);
  for (const test of (["thigh-thrust", "si-distraction", "si-compression"] as const).slice(0, tests)) {
    exam.run({ test, side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
    while (at.length < exam.events.length) at.push(new Date((clock += 1000)).toISOString());
    clock += minutes * MINUTE;
    exam.rest(restAfter, "si-area.right");
    at.push(new Date(clock).toISOString());
  }
  const events = exam.events.map((event, index) => ({ ...event, at: at[index]! })) as RecordedEvent[];
  return { state: fold(events), now: new Date(clock).toISOString() };
}

describe("the offer to end", () => {
  const offered = (given: Partial<Told>) => {
    const { state, now } = told({ irritable: true, minutes: 4, restAfter: 5, tests: 2, ...given });
    return endOffer(state, now);
  };

  it("comes with the second test that has not settled in three minutes", () => {
    expect(offered({})).toEqual(["Thigh thrust right", "Distraction"]);
    expect(offered({ tests: 3 })).toHaveLength(3);
  });

  it.each([
    ["one test", { tests: 1 }],
    ["a symptom that is not highly irritable", { irritable: false }],
    ["one that settled", { restAfter: 2 }],
    ["less than three minutes, too early to say", { minutes: 1 }],
  ])("does not come for %s", (_what, given) => expect(offered(given)).toEqual([]));

  it("hears what was said of the soreness before it reckons", () => {
    const { state, now } = told({ irritable: true, minutes: 1, restAfter: 2, tests: 2 });
    const sore = (minutes: number | null) => ({
      ...state,
      runs: state.runs.map((run) => ({ ...run, soreness: { intensity: 5, minutes } })),
    });
    expect(endOffer(sore(null), now)).toHaveLength(2);
    expect(endOffer(sore(10), now)).toHaveLength(2);
    expect(endOffer(sore(3), now)).toEqual([]);
  });

  it("does not come once it has ended", () => {
    const { state, now } = told({ irritable: true, minutes: 4, restAfter: 5, tests: 2 });
    expect(endOffer({ ...state, ended: { reason: "sore", note: "", event: "e", at: now } }, now)).toEqual([]);
  });
});
