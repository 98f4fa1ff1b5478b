import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import { canonicalJson } from "../base";
import { copyOf } from "./copy-of";
import { genesisOf, chainEvent, type ChainHead, type ChainLink, verifyChain } from "./chain";
import { fold } from "./fold";
import { irritability } from "./irritability";
import { ladderOf } from "./ladder";
import { emptyState } from "./state";
import { lastTap } from "./undo";

const longExam = () => {
  const exam = buildExam().complaint("si-area.right").consent().guard().rest(2, "si-area.right");
  for (const side of ["left", "right"] as const) {
    exam.run({
      test: "thigh-thrust",
      side,
      response: side === "right" ? "familiar" : "nothing",
      felt: side === "right" ? ["si-area.right"] : [],
      intensity: 6,
      kgf: 26,
    });
  }
  return exam;
};

const chainOf = (exam: ExamBuilder) => {
  let head: ChainHead = { head: genesisOf(exam.events[0]!.exam), length: 0 };
  const links = exam.events.map((event) => {
    const link = chainEvent(head, event);
    head = { head: link.hash, length: link.seq };
    return link;
  });
  return { exam: exam.events[0]!.exam, links, head };
};

/** What a state says, without the bookkeeping of ids. */
const meaning = (exam: ExamBuilder["events"]) => {
  const { known: _known, retracted: _retracted, ...state } = fold(exam);
  return canonicalJson({ ...state, opened: null, stops: [], notes: state.notes.map(({ text }) => text) });
};

describe("folding events", () => {
  it("reads a retraction as if its event never happened, whatever it was", () => {
    const { events } = longExam();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: events.length - 1 }), (at) => {
        const exam = longExam();
        exam.add("event-retracted", { event: events[at]!.id, reason: "" });
        expect(meaning(exam.events)).toBe(meaning(events.filter((_, index) => index !== at)));
      }),
    );
  });

  it("restores what a retraction took back when the retraction is itself taken back", () => {
    const exam = longExam();
    const before = meaning(exam.events);
    const retraction = exam.add("event-retracted", { event: exam.events[5]!.id, reason: "" });
    expect(meaning(exam.events)).not.toBe(before);
    exam.add("event-retracted", { event: retraction.id, reason: "" });
    expect(meaning(exam.events)).toBe(before);
  });

  it("goes by the list's order and never by the clocks", () => {
    const { events } = longExam();
    const skewed = events.map((event, index) => ({
      ...event,
      at: new Date(Date.UTC(2030, 0, 1) - index * 3_600_000).toISOString(),
    }));
    const instants = (text: string) => text.replace(/"at":"[^"]*"/g, "");
    expect(instants(meaning(skewed))).toBe(instants(meaning(events)));
  });

  it("takes back one tap at a time, the last first, on the own device only", () => {
    const exam = longExam();
    const [last] = lastTap(exam.events, new Set(), "bench-1");
    expect(last?.id).toBe(exam.events.at(-1)?.id);
    expect(lastTap(exam.events, new Set(), "bench-1#page-2")[0]?.id).toBe(last!.id);
    expect(lastTap(exam.events, new Set(), "another")).toEqual([]);
    expect(lastTap(exam.events, new Set([last!.id]), "bench-1")[0]?.id).toBe(exam.events.at(-2)?.id);
  });
});

describe("the ladder", () => {
  it("asks at each stage, and stops at the first that is theirs", () => {
    const exam = buildExam({ settings: { dose: "graded" } });
    const run = exam.newId();
    exam.add("run-started", { run, test: "si-distraction", side: null, variant: { dose: "graded" } });
    const ladder = () => ladderOf(exam.state().runs[0]!);
    expect(ladder().here?.id).toBe("pressure");
    exam.add("response-recorded", { run, stage: "pressure", response: "nothing" });
    expect(ladder().rungs.map(({ status }) => status)).toEqual(["done", "here", "to come"]);
    exam.add("response-recorded", { run, stage: "hold", response: "familiar" });
    expect(ladder()).toMatchObject({ ended: "familiar", here: null });
    expect(ladder().rungs.map(({ status }) => status)).toEqual(["done", "done", "not reached"]);
  });
});

describe("irritability", () => {
  const level = (provokedBy: "little" | "moderate" | "much" | null, settlesMinutes: number | null, worst = 5) => {
    const exam = buildExam();
    exam.add("area-recorded", { area: "area-1", places: ["groin.left"], qualities: [], now: 1, best: 0, worst });
    exam.add("familiar-chosen", { area: "area-1", words: "a pinch" });
    exam.add("history-recorded", {
      onset: "gradual",
      onsetNote: "",
      weeks: null,
      provokedBy,
      settlesMinutes,
      eases: "",
    });
    return irritability(exam.state());
  };
  it.each([
    ["little", 180, 5, "high"],
    ["moderate", 180, 9, "high"],
    ["moderate", 180, 5, "moderate"],
    ["little", 5, 5, "moderate"],
    ["much", 5, 5, "low"],
    ["much", 180, 5, "moderate"],
  ] as const)("%s, settles in %i min, worst %i: %s, with its reason", (provokedBy, minutes, worst, expected) => {
    const found = level(provokedBy, minutes, worst);
    expect(found.level).toBe(expected);
    expect(found.reason).toContain(`${minutes} min`);
  });
  it("is not guessed while something is missing", () =>
    expect([level(null, 5).level, level("much", null).level]).toEqual([null, null]));
});

describe("the chain", () => {
  const whole = chainOf(longExam());

  it("is whole as recorded", () => expect(verifyChain(whole.exam, whole.links, whole.head)).toEqual([]));

  it("names any one event that was changed", () => {
    fc.assert(
      fc.property(fc.nat(whole.links.length - 1), (at) => {
        const links = whole.links.map((link, index) =>
          index === at ? { ...link, payload: link.payload.replace("Ines", "Inez") } : link,
        );
        expect(verifyChain(whole.exam, links, whole.head)).toMatchObject([
          { kind: "changed", seq: at + 1, event: expect.any(String) },
        ]);
      }),
    );
  });

  it("finds any change of a signed past that was chained anew from there on", () => {
    const exam = longExam().sign();
    exam.add("note-written", { text: "after" }, { amendment: "forgotten" });
    const signed = chainOf(exam);
    expect(verifyChain(signed.exam, signed.links, signed.head)).toEqual([]);
    const at = exam.events.findIndex(({ type }) => type === "exam-signed");
    const rechained = (events: ExamBuilder["events"]) => {
      let head: ChainHead = { head: genesisOf(signed.exam), length: 0 };
      const links = events.map((event) => {
        const link = chainEvent(head, event);
        head = { head: link.hash, length: link.seq };
        return link;
      });
      return verifyChain(signed.exam, links, head);
    };
    const told = { kind: "signature", event: exam.events[at]!.id };
    for (let index = 0; index < at; index++) {
      const changed = exam.events.map((event, place) => (place === index ? { ...event, device: "another" } : event));
      const dropped = exam.events.filter((_, place) => place !== index);
      expect(rechained(changed)).toMatchObject([told]);
      expect(rechained(dropped)).toMatchObject([told]);
      expect(rechained(exam.events.toSpliced(index, 0, { ...exam.events[0]!, id: idOf(4) }))).toMatchObject([told]);
    }
    /** What comes after a signature is not what was signed. */
    expect(
      rechained(exam.events.map((event, place) => (place > at ? { ...event, device: "another" } : event))),
    ).toEqual([]);
  });

  it("finds a changed event although its own hash was made anew", () => {
    const forged = whole.links.map((link, index) => {
      if (index !== 3) return link;
      const event = JSON.parse(link.payload.replace("Ines", "Inez")) as Parameters<typeof chainEvent>[1];
      return chainEvent({ head: link.previous, length: 3 }, event);
    });
    expect(verifyChain(whole.exam, forged, whole.head)[0]).toMatchObject({ kind: "dropped", seq: 5 });
  });

  it("names any one that was dropped, the last one too", () => {
    fc.assert(
      fc.property(fc.nat(whole.links.length - 1), (at) => {
        const faults = verifyChain(
          whole.exam,
          whole.links.filter((_, index) => index !== at),
          whole.head,
        );
        expect(faults).toMatchObject([{ kind: "dropped", seq: at + 1 }]);
      }),
    );
  });

  it("finds a dropped event although the rest was numbered anew", () => {
    fc.assert(
      fc.property(fc.nat(whole.links.length - 1), (at) => {
        const rest = whole.links.filter((_, index) => index !== at).map((link, index) => ({ ...link, seq: index + 1 }));
        expect(verifyChain(whole.exam, rest, whole.head).some(({ kind }) => kind === "dropped")).toBe(true);
      }),
    );
  });

  it("names events that changed places", () => {
    fc.assert(
      fc.property(fc.nat(whole.links.length - 1), fc.nat(whole.links.length - 1), (a, b) => {
        fc.pre(a !== b);
        const at = (index: number): ChainLink => whole.links[index === a ? b : index === b ? a : index]!;
        const links = whole.links.map((_, index) => ({ ...at(index), seq: index + 1 }));
        const faults = verifyChain(whole.exam, links, whole.head);
        expect(faults.some(({ kind, seq }) => kind === "reordered" && (seq === a + 1 || seq === b + 1))).toBe(true);
      }),
    );
  });

  it("finds a head that is not the chain's", () => {
    expect(verifyChain(whole.exam, whole.links, { ...whole.head, head: "0".repeat(64) })).toMatchObject([
      { kind: "head" },
    ]);
    expect(verifyChain(whole.exam, whole.links, { ...whole.head, length: 3 }).some(({ kind }) => kind === "head")).toBe(
      true,
    );
  });
});

describe("canonical JSON", () => {
  it("is the same text whatever the order of keys", () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (value) => {
        const turned = Object.fromEntries(Object.entries(value).toReversed());
        expect(canonicalJson(turned)).toBe(canonicalJson(value));
        expect(JSON.parse(canonicalJson(value))).toEqual(JSON.parse(JSON.stringify(value)));
      }),
    );
  });
  it("refuses what JSON cannot hold", () => {
    expect(() => canonicalJson({ a: NaN })).toThrow(TypeError);
    expect(() => canonicalJson(() => 1)).toThrow(TypeError);
    expect(canonicalJson({ b: 1, a: undefined })).toBe('{"b":1}');
  });
});

describe("a copy that a fold adds to", () => {
  const before = emptyState("0190a6f2-0000-7000-8000-000000000001");
  const copy = copyOf(before);
  /** Replaced as a whole, never added to. */
  const SHARED = new Set(["guardAnswers", "known", "runIds", "retracted"]);

  it("every list of the state is its own after it is added to", () =>
    forEvery(Object.keys(before) as (keyof typeof before)[], (field) => {
      expect(copy[field]).toEqual(before[field]);
      const isOne = typeof before[field] === "object" && before[field] !== null && !SHARED.has(field);
      expect(Object.is(copy[field], before[field])).toBe(!isOne);
    }));

  it("has every field and no other", () => {
    expect(Object.keys(copy)).toEqual(Object.keys(before));
  });
});
