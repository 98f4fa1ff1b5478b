import { readdirSync, readFileSync } from "node:fs";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import type * as Core from "@/core";
import type { Protocol, Stage } from "../knowledge";
import { RECORD_VERSION } from "../vocabulary";

/** Each test loads the whole core anew. */
vi.setConfig({ testTimeout: 240_000 });

/** What signed exams come to when the catalogue moves on under them. */

type CoreModule = typeof Core;

/** The version after that of today. */
const LATER = RECORD_VERSION + 1;

const FOLDER = "src/fixtures/frozen/v1/";
/** Every hand-made exam, and those that hold the test that is changed below. */
const FILES = readdirSync(FOLDER)
  .filter((name) => name.endsWith(".exam.json"))
  .map((name) => [name, readFileSync(`${FOLDER}${name}`, "utf8")] as const)
  .filter(([name, content]) => name.startsWith("hand-") || content.includes('"straight-leg-raise"'))
  .map(([, content]) => content);

/** The same with every text that is one word put in another's place. */
const renamed = <T>(value: T, from: string, to: string): T =>
  JSON.parse(JSON.stringify(value, (_key, part: unknown) => (part === from ? to : part))) as T;

/** An exam of today with a reading kept, as a file. */
async function signedToday(core: CoreModule): Promise<string> {
  const { buildExam } = await import("@/fixtures/samples/build");
  const exam = buildExam().complaint("lateral-calf.right", "low-back.right").consent().guard().rest(1);
  const run = exam.start("straight-leg-raise", "right");
  exam.record(run, { stage: "raise", response: "familiar", felt: ["lateral-calf.right"], intensity: 5 });
  exam.record(run, { measure: "onset", value: 45 });
  exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
  exam.sign();
  let head: Core.ChainHead = { head: core.genesisOf(exam.events[0]!.exam), length: 0 };
  const links = exam.events.map((event) => {
    const link = core.chainEvent(head, event);
    head = { head: link.hash, length: link.seq };
    return { ...link, receivedAt: event.at };
  });
  const id = exam.events[0]!.exam;
  const at = "2026-03-02T12:00:00.000Z";
  return JSON.stringify(
    core.toExamFile([{ kind: "exam", id, ...head, links }], { store: null, exportedAt: at, anchor: null }),
  );
}

/** Everything that has to stay: that it is whole and importable, its hashes, and what is read from it. */
function factsOf(core: CoreModule, content: string, today: (name: string) => string = (name) => name) {
  const file = core.parseExamFile(content);
  const exam = core.examIn(file);
  const state = core.fold(core.eventsIn(exam));
  const reading = core.readExam(state, core.evidenceInFile(file, state.evidenceVersion));
  const signed = state.signed?.body.reading ?? null;
  return {
    whole: core.verifyExamFile(file),
    importable: core.assertImportable(file),
    head: exam.head,
    kept: signed && core.canonicalJson(signed),
    says: signed ? core.keptDifferences(signed, core.keepReading(state, reading, exam, {})) : [],
    runs: state.runs.map(({ stages }) => Object.keys(stages).map(today).sort()),
    ended: state.runs.map((run) => core.ladderOf(run).ended),
    outcomes: reading.outcomes.map(({ test, source, side, outcome }) => [test, source, side, outcome]),
    sources: core
      .examinedSources(reading)
      .map(({ source, side, wording, probability }) => [source, side, wording.word, probability]),
  };
}

async function coreWith(change: () => void): Promise<CoreModule> {
  vi.resetModules();
  change();
  return import("@/core");
}

/** The catalogue with one test of the leg's nerves put otherwise. */
const withProtocol = (id: string, change: (protocol: Protocol) => Protocol) =>
  vi.doMock("../knowledge/protocols/neural-lower-limb", async (original) => {
    const { NEURAL_LOWER_LIMB } = await original<{ NEURAL_LOWER_LIMB: readonly Protocol[] }>();
    return {
      NEURAL_LOWER_LIMB: NEURAL_LOWER_LIMB.map((protocol) => (protocol.id === id ? change(protocol) : protocol)),
    };
  });
const withVersion = (v: number) =>
  vi.doMock("../vocabulary/record-version", async (original) => ({
    ...(await original<object>()),
    RECORD_VERSION: v,
  }));

afterEach(() => {
  vi.doUnmock("../knowledge/protocols/neural-lower-limb");
  vi.doUnmock("../knowledge/rules/index");
  vi.doUnmock("../vocabulary/record-version");
  vi.resetModules();
});

let before: CoreModule;
let files: readonly string[];
let facts: readonly ReturnType<typeof factsOf>[];
beforeAll(async () => {
  before = await coreWith(() => {});
  files = [...FILES, await signedToday(before)];
  facts = files.map((file) => factsOf(before, file));
}, 240_000);

describe("exams of before, when the catalogue moves on", () => {
  it("a stage that is renamed with its old id beside it: the same answers, readings and hashes", async () => {
    expect(facts.some(({ runs }) => runs.flat().includes("raise"))).toBe(true);
    const after = await coreWith(() =>
      withProtocol("straight-leg-raise", (protocol) => {
        const changed = renamed(protocol, "raise", "lift-leg");
        return {
          ...changed,
          stages: changed.stages.map((stage) => (stage.id === "lift-leg" ? { ...stage, was: ["raise"] } : stage)),
        };
      }),
    );
    const back = (name: string) => (name === "lift-leg" ? "raise" : name);
    files.forEach((file, index) => expect(factsOf(after, file, back)).toEqual(facts[index]));
    const unaliased = await coreWith(() =>
      withProtocol("straight-leg-raise", (protocol) => renamed(protocol, "raise", "lift-leg")),
    );
    const lost = files.filter((file, index) => {
      try {
        return JSON.stringify(factsOf(unaliased, file, back).ended) !== JSON.stringify(facts[index]!.ended);
      } catch {
        return true;
      }
    });
    expect(lost.length).toBeGreaterThan(0);
  });

  it("a stage that is added: nothing is owed by a run of before, and a new one has it", async () => {
    const after = await coreWith(() => {
      withVersion(LATER);
      withProtocol("straight-leg-raise", (protocol) => ({
        ...protocol,
        stages: protocol.stages.flatMap((stage): Stage[] =>
          stage.id === "raise" ? [{ ...stage, id: "settle", since: LATER }, stage] : [stage],
        ),
      }));
    });
    files.forEach((file, index) => expect(factsOf(after, file)).toEqual(facts[index]));
    const protocol = after.protocolOf("straight-leg-raise");
    const idsIn = (v: number) => after.stagesOf(protocol, {}, v).map(({ id }) => id);
    expect([idsIn(LATER - 1).includes("settle"), idsIn(LATER).includes("settle")]).toEqual([false, true]);
  });

  it("a rule that is added: kept readings say what they said", async () => {
    const after = await coreWith(() =>
      vi.doMock("../knowledge/rules/index", async (original) => {
        const rules = await original<{ RULES: readonly { id: string; usual?: true }[] }>();
        const { usual: _usual, ...copy } = rules.RULES[0]!;
        return { ...rules, RULES: [...rules.RULES, { ...copy, id: "a-later-rule" }] };
      }),
    );
    files.forEach((file, index) => expect(factsOf(after, file)).toEqual(facts[index]));
  });

  it("a load that is added: signed exams import, and their readings stand", async () => {
    const after = await coreWith(() =>
      withProtocol("straight-leg-raise", (protocol) => ({
        ...protocol,
        stages: protocol.stages.map((stage) => ({
          ...stage,
          loads: [...stage.loads, { load: "abdominal-pressure", on: "person" } as const],
        })),
      })),
    );
    files.forEach((file, index) => expect(factsOf(after, file)).toEqual(facts[index]));
  });
});
