import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { EVERY_KIND } from "@/fixtures/samples/every-kind";
import { chainEvent, type ChainHead, genesisOf, verifyChain } from "./chain";
import type { RecordedEvent } from "./envelope";
import { EVENT_TYPES } from "./event";
import { fold } from "./fold";
import { append, begin } from "./history";
import { parseEvent } from "./parse-event";
import { RECORD_VERSION } from "../vocabulary";

const EXAM = idOf(1);

type Step = { real: number; kind: "real" | "later kind" | "later version" | "retract"; at: number; device: string };

const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.record({
    real: fc.nat(EVERY_KIND.length - 1),
    kind: fc.constantFrom<Step["kind"]>("real", "real", "real", "later kind", "later version", "retract"),
    at: fc.nat(200),
    device: fc.constantFrom("a", "b"),
  }),
  { minLength: 1, maxLength: 40 },
);

/** The steps as events of one exam, each with an id of its own in an order that says nothing. */
function eventsOf(plan: readonly Step[], shuffle: number): RecordedEvent[] {
  const ids = plan.map((_, index) => idOf(100_000 + ((index * 7919 + shuffle) % 50_021)));
  return plan.map(({ real, kind, at, device }, index): RecordedEvent => {
    const { amendment: _amended, ...event } = EVERY_KIND[real]!;
    const common = { ...event, id: ids[index]!, exam: EXAM, actor: PRACTITIONER, device };
    if (kind === "later kind")
      return { ...common, v: RECORD_VERSION + 1, type: "moon-phase-noted", body: { phase: "full" } };
    if (kind === "later version") return { ...common, v: RECORD_VERSION + 1 };
    if (kind === "retract")
      return {
        ...common,
        v: RECORD_VERSION,
        type: "event-retracted",
        body: { event: ids[at % plan.length]!, reason: "" },
      };
    return common;
  });
}

/** The record as a child would keep it: strike out what was taken back, then go down the list. */
function simple(events: readonly RecordedEvent[]) {
  const readable = events.filter(({ v = 1 }) => v <= RECORD_VERSION);
  const struck = new Set<string>();
  for (const event of readable.toReversed())
    if (event.type === "event-retracted" && !struck.has(event.id)) struck.add((event.body as { event: string }).event);
  const standing = readable.filter(({ id }) => !struck.has(id));
  const bodies = (type: string) => standing.filter((event) => event.type === type).map(({ body }) => body as never);
  const last = <T>(list: readonly T[]): T | null => list.at(-1) ?? null;
  return {
    unread: events.filter(({ v = 1 }) => v > RECORD_VERSION).map(({ id }) => id),
    rest: last(bodies("rest-rated")),
    consent: last(bodies("consent-recorded")),
    notes: bodies("note-written").map(({ text }) => text),
    guard: Object.fromEntries(bodies("guard-answered").map(({ question, answer }) => [question, answer])),
    runs: bodies("run-started").map(({ run }) => run),
    sheet: last(bodies("sheet-set")),
    techniques: bodies("technique-logged").length,
    signed: standing.find(({ type }) => type === "exam-signed")?.id ?? null,
    opened: standing.findLast(({ type }) => type === "exam-opened")?.id ?? null,
  };
}

function read(events: readonly RecordedEvent[], pieces: readonly number[]) {
  let history = begin(EXAM);
  for (let from = 0, turn = 0; from < events.length; turn++) {
    const piece = events.slice(from, from + pieces[turn % pieces.length]!);
    history = append(history, piece);
    from += piece.length;
  }
  const { state } = history;
  return {
    unread: state.unread.map(({ id }) => id),
    rest: state.rest,
    consent: state.consent,
    notes: state.notes.map(({ text }) => text),
    guard: state.guardAnswers,
    runs: state.runs.map(({ id }) => id),
    sheet: state.sheet,
    techniques: state.techniques.length,
    signed: state.signed?.id ?? null,
    opened: state.opened?.id ?? null,
  };
}

describe("any list of events", () => {
  it("knows one of every kind there is", () =>
    expect([...new Set(EVERY_KIND.map(({ type }) => type))].sort()).toEqual([...EVENT_TYPES].sort()));

  it("adds up to what a simple reading of it adds up to, is kept as it is, and chains", () => {
    fc.assert(
      fc.property(
        steps,
        fc.nat(50_000),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 4 }),
        (plan, shuffle, pieces) => {
          const events = eventsOf(plan, shuffle);
          const before = JSON.stringify(events);
          expect(read(events, pieces)).toEqual(simple(events));
          expect(fold(events).known.size).toBe(new Set(events.map(({ id }) => id)).size);
          events.forEach((event) => expect(parseEvent(event, "event", "keep")).toBe(event));
          let head: ChainHead = { head: genesisOf(EXAM), length: 0 };
          const links = events.map((event) => {
            const link = chainEvent(head, event);
            head = { head: link.hash, length: link.seq };
            return link;
          });
          const faults = verifyChain(EXAM, links, head);
          expect(faults.every(({ kind }) => kind === "signature")).toBe(true);
          expect(JSON.stringify(events)).toBe(before);
        },
      ),
      { numRuns: runs(2000) },
    );
  }, 240_000);

  it("of a later program is refused where it is appended, with what to do", () => {
    const [event] = eventsOf([{ real: 0, kind: "later kind", at: 0, device: "a" }], 0);
    expect(() => parseEvent(event, "event 1")).toThrow(/not a kind of event this version knows.*Update this program/s);
    const [version] = eventsOf([{ real: 0, kind: "later version", at: 0, device: "a" }], 0);
    expect(() => parseEvent(version, "event 1")).toThrow(
      new RegExp(`is ${RECORD_VERSION + 1}, and this program writes and reads up to ${RECORD_VERSION}`),
    );
  });
});
