import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { LOAD_IDS, type LoadId } from "../../vocabulary";
import { PROTOCOLS } from "../protocols";
import type { GuardQuestion } from "../safety/question-types";
import { GUARD_QUESTIONS } from "../safety/questions";
import { unguardedLoads } from "./guarded-loads";
import pinned from "./shipped-ids.json";
import { SHIPPED } from "./shipped";
import { idsOf, type ShippedIds, shippedIdFaults } from "./shipped-ids";

const PINNED = pinned as unknown as ShippedIds;
/** What is pinned when nothing was forgotten: how a loss is reported depends on no other fault. */
const TODAY = idsOf(SHIPPED);
const withTests = (protocols: typeof PROTOCOLS) => ({ ...SHIPPED, protocols });
const without = (stage: string) =>
  withTests(
    PROTOCOLS.map((protocol) =>
      protocol.id === "straight-leg-raise"
        ? { ...protocol, stages: protocol.stages.filter(({ id }) => id !== stage) }
        : protocol,
    ),
  );

describe("ids that have shipped", () => {
  it("are all there, and every id there is is pinned", () =>
    expect(shippedIdFaults(PINNED, idsOf(SHIPPED))).toEqual([]));

  it("every stage of the straight leg raise is missed when it is gone", () =>
    forEvery(
      PROTOCOLS.find(({ id }) => id === "straight-leg-raise")!.stages.map(({ id }) => id),
      (stage) => {
        const faults = shippedIdFaults(TODAY, idsOf(without(stage)));
        expect(faults[0]).toContain(`straight-leg-raise.stage ${stage} is gone, and signed exams may name it`);
      },
    ));

  it("may have a new name, when the map says which", () => {
    const renamed = withTests(
      PROTOCOLS.map((protocol) => ({
        ...protocol,
        measures: protocol.measures.map((measure) => (measure.id === "onset" ? { ...measure, id: "begin" } : measure)),
      })),
    );
    const told = shippedIdFaults(TODAY, idsOf(renamed));
    expect(told.some((fault) => fault.includes("number onset is gone"))).toBe(true);
    const map = Object.fromEntries(PROTOCOLS.map(({ id }) => [`${id}.number onset`, `${id}.number begin`]));
    expect(shippedIdFaults(TODAY, idsOf(renamed), map).filter((fault) => fault.includes("is gone"))).toEqual([]);
  });
});

describe("ids of figures", () => {
  it.each(["rules", "records", "starts"] as const)("a list of %s that lost one is told of", (kind) => {
    for (const { id } of SHIPPED[kind]) {
      const fewer = { ...SHIPPED, [kind]: SHIPPED[kind].filter((item) => item.id !== id) };
      expect(shippedIdFaults(TODAY, idsOf(fewer)), id).toEqual([
        `${kind.slice(0, -1)} ${id} is gone, and signed exams may name it: keep it, or name its new id in RENAMED.`,
      ]);
    }
  });
});

describe("loads", () => {
  it("are each named by an answer, or listed with the reason", () =>
    expect(unguardedLoads(GUARD_QUESTIONS, PROTOCOLS)).toEqual([]));

  it("a new one that nobody guards is told of", () => {
    const loads = [...LOAD_IDS, "rib-spring" as LoadId];
    expect(unguardedLoads(GUARD_QUESTIONS, PROTOCOLS, loads)).toEqual([expect.stringContaining('"rib-spring"')]);
  });
});

describe("ids of the safety questions", () => {
  it("a question, an answer or a part that is gone is told of by name", () => {
    for (const { id, options, parts } of GUARD_QUESTIONS) {
      const with_ = (change: Partial<GuardQuestion>) => ({
        ...SHIPPED,
        questions: GUARD_QUESTIONS.map((question) => (question.id === id ? { ...question, ...change } : question)),
      });
      const faults = (change: Partial<GuardQuestion>) => shippedIdFaults(TODAY, idsOf(with_(change)));
      expect(faults({ options: options.slice(1) })[0]).toContain(`question ${id}.answer ${options[0]!.id} is gone`);
      expect(faults({ parts: parts.slice(1) })[0]).toContain(`question ${id}.part ${parts[0]!.id} is gone`);
    }
  });

  it("every part of today and of before is named once within its question", () =>
    expect(
      GUARD_QUESTIONS.filter(({ parts }) => new Set(parts.map(({ id }) => id)).size !== parts.length).map(
        ({ id }) => id,
      ),
    ).toEqual([]));
});
