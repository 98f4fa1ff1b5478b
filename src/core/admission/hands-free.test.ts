import { describe, expect, it } from "vitest";
import { PROTOCOLS, protocolOf } from "../knowledge";
import { kindOf, ladderOf } from "../record";
import { EFFECTS, PLACES, placeParts, RESPONSES, SIDES } from "../vocabulary";
import { buildExam } from "@/fixtures/samples/build";
import type { AskedNow } from "./asked-now";
import { runPosition } from "./entry";
import { countsByItself, handsFree, type HandsFreeAsked } from "./hands-free";
import { ELSEWHERE } from "./pad-words";

const ASKED: readonly AskedNow[] = [
  { what: "rest" },
  { what: "place" },
  { what: "answer" },
  { what: "number", measure: "onset" },
  { what: "how bad", required: true },
];
const here = (over: Partial<HandsFreeAsked>): HandsFreeAsked => {
  const protocol = protocolOf("thigh-thrust");
  return {
    asked: { what: "answer" },
    position: { run: null, ladder: null, stage: protocol.stages[0]! },
    test: { protocol, side: "right" },
    isDown: false,
    theirWords: "a deep ache when I turn in bed",
    places: ["si-area.right", "groin.right"],
    atRest: 2,
    ...over,
  };
};
const of = (over: Partial<HandsFreeAsked>) => handsFree(here(over));

describe("what goes on while both hands hold the person", () => {
  it("is said over every stage of the catalogue, everything that can be asked, limb up and down", () => {
    const seen = new Map<string, number>();
    for (const protocol of PROTOCOLS)
      for (const stage of protocol.stages)
        for (const asked of ASKED)
          for (const isDown of [false, true]) {
            const told = of({
              asked,
              isDown,
              test: { protocol, side: protocol.sided ? "left" : null },
              position: { run: null, ladder: null, stage },
            });
            seen.set(told.is, (seen.get(told.is) ?? 0) + 1);
            const kind = kindOf(stage);
            if (asked.what !== "answer") {
              expect(told.is).toBe(asked.what === "number" ? "at the screen" : "asked");
              continue;
            }
            if (kind === "observe") expect(told).toEqual({ is: "seen", options: stage.options ?? [] });
            else if (kind === "measure") expect(told.is).toBe("at the screen");
            else if (!isDown) expect(told.is).toBe("moving");
            else
              expect(told.is === "asked" && told.choices?.map(({ id }) => id)).toEqual(
                kind === "provoke" ? RESPONSES : EFFECTS,
              );
          }
    expect([...seen.keys()].toSorted()).toEqual(["asked", "at the screen", "moving", "seen"]);
  });

  it("asks one thing in words that name nobody and find nothing, theirs in their own words", () => {
    const told = of({ isDown: true });
    expect(told).toMatchObject({ is: "asked", what: "answer", words: "What was that?" });
    expect(told.is === "asked" && told.choices?.at(-1)).toEqual({
      id: "familiar",
      label: "My usual pain",
      small: "a deep ache when I turn in bed",
    });
    expect(JSON.stringify(of({ isDown: true, theirWords: "" }))).not.toContain("small");
    expect(of({ asked: { what: "place" } })).toMatchObject({
      choices: [{ label: /^RIGHT / }, { label: /^RIGHT / }, { id: ELSEWHERE }].map(({ id, label }) =>
        label ? { label: expect.stringMatching(label) as string } : { id },
      ),
    });
    expect(of({ asked: { what: "rest" } })).toMatchObject({ what: "rest", scale: { last: 2 } });
  });

  it("names each question otherwise, so that a late answer never answers the next", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(1);
    const test = { protocol: protocolOf("slump"), side: "right" as const };
    const ids = new Set<string>();
    const ask = () => {
      const position = runPosition(exam.state(), test, {});
      const told = handsFree(here({ test, position, isDown: true }));
      if (told.is === "asked") ids.add(told.id);
      return { position, told };
    };
    const run = exam.start("slump", "right");
    let stages = 0;
    for (let { position } = ask(); position.ladder?.here; { position } = ask()) {
      stages++;
      exam.record(run, { stage: position.stage.id, response: "nothing" } as never);
    }
    expect(ids.size).toBe(stages);
    expect(ask().told).toEqual({ is: "done" });
    expect(ladderOf(exam.state().runs[0]!).here).toBeNull();
  });

  it("asks nothing of a test that was stopped", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(1);
    const run = exam.start("thigh-thrust", "right");
    exam.add("run-stopped", { run, reason: "other", note: "" });
    const test = { protocol: protocolOf("thigh-thrust"), side: "right" as const };
    expect(of({ test, position: runPosition(exam.state(), test, {}), isDown: true })).toEqual({ is: "done" });
  });

  it("lets a place count by itself on the tested side and in the middle, over every place and side", () => {
    for (const place of PLACES)
      for (const side of [...SIDES, null]) {
        const felt = placeParts(place).side;
        expect(countsByItself("place", place, side)).toBe(side === null || felt === "central" || felt === side);
      }
    expect(countsByItself("place", ELSEWHERE, null)).toBe(false);
    for (const what of ["answer", "effect", "how bad", "rest"] as const)
      expect(countsByItself(what, "familiar", "right")).toBe(true);
  });
});
