import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { protocolOf, PROTOCOLS, type TestId } from "../knowledge";
import { kindOf, ladderOf } from "../record";
import { askedNow } from "./asked-now";
import { runPosition } from "./entry";

const sideOf = (test: TestId) => (protocolOf(test).sided ? ("right" as const) : null);

/** An exam in which theirs comes at the first stage of a test that can bring it, felt or not yet said where. */
function brought(test: TestId, atRest: number, places: readonly "si-area.right"[] = ["si-area.right"]) {
  const exam = buildExam().complaint("si-area.right").consent().guard();
  exam.rest(atRest, ...(atRest ? (["si-area.right"] as const) : []));
  const run = exam.start(test, sideOf(test));
  const stage = ladderOf(exam.state().runs.at(-1)!).here!;
  exam.add("response-recorded", { run, stage: stage.id, response: "familiar" });
  if (places.length)
    exam.add("felt-recorded", { run, stage: stage.id, places: [...places], intensity: null, reactions: [] });
  return { exam, run, stage };
}

const askedIn = ({ exam }: Pick<ReturnType<typeof brought>, "exam">, test: TestId, passed: readonly string[] = []) => {
  const at = { protocol: protocolOf(test), side: sideOf(test) };
  return askedNow(exam.state(), runPosition(exam.state(), at, {}), at, new Set(passed));
};

const BRING = PROTOCOLS.filter((protocol) => {
  const first = protocol.stages.find((stage) => !stage.due && kindOf(stage) !== "release");
  return first && kindOf(first) === "provoke" && !protocol.earned;
});

describe("what is asked now", () => {
  it("every test that needs bringing on: where, then its number, then how bad, then the stage's own answers", () =>
    forEvery(BRING, ({ id }) => {
      expect(askedIn(brought(id, 0, []), id).what).toBe("place");
      const came = brought(id, 0);
      const measure = came.stage.measures?.[0];
      const key = `${came.run} ${came.stage.id}`;
      if (measure) {
        expect(askedIn(came, id)).toEqual({ what: "number", measure });
        expect(askedIn(came, id, [`number ${key}`]).what).toBe("how bad");
        came.exam.add("measure-recorded", { run: came.run, measure, value: protocolOf(id).measures[0]!.range[0] });
      }
      expect(askedIn(came, id)).toEqual({ what: "how bad", required: false });
      expect(askedIn(came, id, [`how bad ${key}`]).what).toBe("answer");
      came.exam.add("felt-recorded", {
        run: came.run,
        stage: came.stage.id,
        places: ["si-area.right"],
        intensity: 6,
        reactions: [],
      });
      expect(askedIn(came, id).what).toBe("answer");
    }));

  it("every test that needs bringing on: how bad is not passed over when it was there at rest", () =>
    forEvery(BRING, ({ id }) => {
      const came = brought(id, 3);
      const key = `${came.run} ${came.stage.id}`;
      expect(askedIn(came, id, [`number ${key}`, `how bad ${key}`])).toEqual({ what: "how bad", required: true });
    }));

  it("asks the symptom at rest before the next test, and the answer once it is rated", () => {
    const { exam, run } = brought("thigh-thrust", 1);
    exam.add("felt-recorded", { run, stage: "push", places: ["si-area.right"], intensity: 5, reactions: [] });
    expect(askedIn({ exam }, "faber").what).toBe("rest");
    exam.add("rest-rated", { intensity: 4, places: ["si-area.right"], position: "supine" });
    expect(askedIn({ exam }, "faber").what).toBe("answer");
  });
});
