import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import type { RecordedEvent } from "@/core/record";
import type { Receipt } from "@/wire/exam-events";
import type { Answering } from "@/wire/refusals";
import { refusalOf } from "@/wire/refusals";
import { BODY_LIMIT } from "@/wire/route";
import { createCourier } from "./courier";
import { deliver, firstBatch } from "./deliver";
import { ofOne, openOutbox, type OutboxEntry } from "./outbox";
import type { Transport } from "./transport";

const END = { head: { head: "ab".repeat(32), length: 1 }, anchor: "" };
const notes = (count: number, length: number, exam = idOf(1)): RecordedEvent[] => {
  const [first] = buildExam({ exam }).complaint("si-area.right").events;
  return Array.from({ length: count }, (_none, index) => ({
    ...first!,
    exam,
    id: idOf(5000 + index + (exam === idOf(1) ? 0 : 900)),
    type: "note-written",
    body: { text: `${index} ${"x".repeat(length)}` },
  })) as RecordedEvent[];
};
const waiting = (events: readonly RecordedEvent[]): OutboxEntry[] =>
  events.map((event, order) => ({ order, exam: event.exam, event, refused: null }));

/** A server that reads so much at once, and refuses a whole batch for one event in it. */
function server({ most = Infinity, poison }: { most?: number; poison?: string } = {}) {
  const stored: string[] = [];
  let down: Answering | null = null;
  const transport: Transport = {
    async send(_exam, events) {
      if (down) return { kind: "not taken", refusal: down, why: "not now" };
      if (JSON.stringify(events).length > most) return { kind: "not taken", refusal: "split", why: "too large" };
      if (events.some(({ id }) => id === poison)) return { kind: "not taken", refusal: "never", why: "poison" };
      const receipts = events.map(({ id }): Receipt => {
        const result = stored.includes(id) ? "already stored" : "stored";
        if (result === "stored") stored.push(id);
        return { id, result, why: null, refusal: null, problems: [] };
      });
      return { kind: "answered", receipts, ...END };
    },
    fetchAfter: async () => null,
  };
  return { transport, stored, fail: (how: Answering | null) => (down = how) };
}

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

describe("what is sent at once", () => {
  it("stays under what a route reads, however long the notes are", () => {
    let left = waiting(notes(120, 12_000));
    let rounds = 0;
    while (left.length) {
      const batch = firstBatch(left);
      expect(JSON.stringify({ events: batch.map(({ event }) => event) }).length).toBeLessThan(BODY_LIMIT);
      left = left.slice(batch.length);
      rounds++;
    }
    expect(rounds).toBeGreaterThan(5);
  });

  it("is never nothing: one that is too large goes alone", () =>
    expect(firstBatch(waiting(notes(3, BODY_LIMIT)))).toHaveLength(1));

  it.each([1, 2, 7, 64])("one bad event among %s does not hold up the rest", async (count) => {
    const events = notes(count, 10);
    for (const { id: poison } of events) {
      const { transport, stored } = server({ poison });
      const { receipts, stopped } = await deliver(transport, idOf(1), events);
      expect(stopped).toBeNull();
      expect(receipts.map(({ id }) => id)).toEqual(events.map(({ id }) => id));
      expect(receipts.filter(({ result }) => result === "refused").map(({ id }) => id)).toEqual([poison]);
      expect(stored).toHaveLength(count - 1);
      if (count > 20) break;
    }
  });

  it("is halved until it is small enough; what never is, is refused by itself", async () => {
    const { transport, stored } = server({ most: 5000 });
    const events = [...notes(20, 900), ...notes(1, 9000, idOf(7))];
    const { receipts } = await deliver(transport, idOf(1), events);
    expect(stored).toHaveLength(20);
    expect(receipts.at(-1)).toMatchObject({ result: "refused", refusal: "never" });
  });

  it.each([
    [0, "again"],
    [429, "again"],
    [500, "again"],
    [503, "again"],
    [413, "split"],
    [401, "sign-in"],
    [403, "forbidden"],
    [426, "update"],
    [409, "depends"],
    [400, "never"],
    [404, "never"],
    [415, "never"],
  ])("an answer of %s means: %s", (status, refusal) => expect(refusalOf(status)).toBe(refusal));
});

describe("what somebody tapped who is not here now", () => {
  const [mine, theirs] = [
    { id: idOf(41), name: "Ines" },
    { id: idOf(42), name: "Tilda" },
  ];
  const by = (actor: typeof mine, events: readonly RecordedEvent[]) => events.map((event) => ({ ...event, actor }));

  it("waits for them, told with their name, and holds nobody else's up", async () => {
    const outbox = openOutbox();
    const { transport, stored } = server();
    let here = mine;
    const courier = createCourier(outbox, transport, ({ actor }) =>
      actor.id === here.id ? null : `waits for ${actor.name}`,
    );
    await outbox.add([...by(theirs, notes(3, 10)), ...by(mine, notes(2, 10, idOf(7)))]);
    await outbox.add(by(mine, notes(5, 10).slice(3)));
    await courier.round();
    expect(stored).toHaveLength(4);
    expect(courier.snapshot()).toMatchObject([{ exam: idOf(1), waiting: 3, refused: 0, why: "waits for Tilda" }]);
    here = theirs;
    await courier.round();
    expect(stored).toHaveLength(7);
    expect(courier.snapshot()).toEqual([]);
  });

  it("is not seen by an outbox of somebody else's, and is by everybody's", async () => {
    const outbox = openOutbox();
    await outbox.add([...by(theirs, notes(3, 10)), ...by(mine, notes(2, 10, idOf(7)))]);
    const counts = async (whose: string | null) => {
      const one = ofOne(outbox, () => whose);
      return [(await one.all()).length, (await one.forExam(idOf(1))).length, (await one.forExam(idOf(7))).length];
    };
    expect(await counts(mine.id)).toEqual([2, 0, 2]);
    expect(await counts(theirs.id)).toEqual([3, 3, 0]);
    expect(await counts(null)).toEqual([5, 3, 2]);
  });
});

describe("what waits in a browser", () => {
  it("of every exam is sent, whatever is open, and told of until then", async () => {
    const outbox = openOutbox();
    const { transport, stored, fail } = server();
    const courier = createCourier(outbox, transport);
    await outbox.add([...notes(7, 10), ...notes(3, 10, idOf(7))]);
    fail("again");
    await courier.round();
    expect(courier.snapshot()).toEqual([
      { exam: idOf(1), isCourse: false, waiting: 7, refused: 0, refusedFor: [], why: null },
      { exam: idOf(7), isCourse: false, waiting: 3, refused: 0, refusedFor: [], why: null },
    ]);
    fail(null);
    await courier.round();
    expect(courier.snapshot()).toEqual([]);
    expect(stored).toHaveLength(10);
    expect(await outbox.all()).toEqual([]);
  });

  it("is left to the screen of its exam while that is open", async () => {
    const outbox = openOutbox();
    const { transport, stored } = server();
    const courier = createCourier(outbox, transport);
    await outbox.add(notes(2, 10));
    const close = courier.leave(idOf(1));
    await courier.round();
    expect(stored).toEqual([]);
    expect(courier.snapshot()).toMatchObject([{ waiting: 2 }]);
    close();
    await courier.round();
    expect(stored).toHaveLength(2);
  });

  it("and was refused stays, is counted, and does not stop what follows", async () => {
    const outbox = openOutbox();
    const events = notes(5, 10);
    const { transport, stored } = server({ poison: events[1]!.id });
    const courier = createCourier(outbox, transport);
    await outbox.add(events);
    await courier.round();
    expect(stored).toHaveLength(4);
    expect(courier.snapshot()).toMatchObject([{ waiting: 0, refused: 1 }]);
    const [kept] = await outbox.all();
    await outbox.offerAgain([kept!.order]);
    expect((await outbox.all())[0]).toMatchObject({ refused: null });
  });

  it("and was refused is offered again, or given up, by hand; what else waits is left as it is", async () => {
    const outbox = openOutbox();
    const events = notes(5, 10);
    const poison = events[1]!.id;
    const { transport, stored } = server({ poison });
    const courier = createCourier(outbox, transport);
    await outbox.add(events);
    await courier.round();
    const [{ refusedFor } = { refusedFor: [] }] = courier.snapshot();
    expect(refusedFor).toHaveLength(1);
    await courier.offerAgain(idOf(1));
    expect(courier.snapshot()).toMatchObject([{ waiting: 0, refused: 1, refusedFor }]);
    const close = courier.leave(idOf(1));
    await outbox.add(notes(2, 10).map((event, index) => ({ ...event, id: idOf(7000 + index) })));
    await courier.discard(idOf(1));
    expect(courier.snapshot()).toMatchObject([{ waiting: 2, refused: 0, refusedFor: [] }]);
    close();
    await courier.round();
    expect(courier.snapshot()).toEqual([]);
    expect(stored).toHaveLength(6);
  });

  it.each(["sign-in", "forbidden", "update"] as const)(
    "and meets %s is kept, and not sent again and again",
    async (how) => {
      const outbox = openOutbox();
      const { transport, stored, fail } = server();
      const courier = createCourier(outbox, transport);
      await outbox.add(notes(2, 10));
      fail(how);
      await courier.round();
      expect(stored).toEqual([]);
      expect(courier.snapshot()).toMatchObject([{ waiting: 2, why: "not now" }]);
    },
  );
});
