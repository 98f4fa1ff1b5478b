import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { announce, liveStream } from "./live";

const EXAM = "e1";
const decoder = new TextDecoder();

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A stream, and what has come of it so far. */
function listening() {
  const end = { head: "a", length: 1 };
  const may = { hear: true };
  const leaving = new AbortController();
  const reader = liveStream({
    exam: EXAM,
    end: () => end,
    mayHear: () => may.hear,
    signal: leaving.signal,
  }).getReader();
  const read = async () => decoder.decode((await reader.read()).value);
  return { end, may, leaving, reader, read };
}

describe("news of an exam", () => {
  it("says at once where the record ends, and again when it moves on", async () => {
    const { end, read } = listening();
    expect(await read()).toBe("retry: 1000\n\n");
    expect(await read()).toBe('id: 1\ndata: {"head":"a","length":1}\n\n');
    Object.assign(end, { head: "b", length: 2 });
    announce("another");
    announce(EXAM);
    expect(await read()).toContain('"length":2');
  });

  it("ends with the session of whoever listens: at the next news, and at the latest when the line is kept up", async () => {
    for (const [name, wait] of [
      ["news", () => announce(EXAM)],
      ["no news", () => vi.advanceTimersByTime(15_000)],
    ] as const) {
      const { end, may, reader, read } = listening();
      await read();
      await read();
      may.hear = false;
      Object.assign(end, { head: "z", length: 9 });
      wait();
      expect([name, await reader.read()]).toEqual([name, { done: true, value: undefined }]);
    }
  });

  it("sees what another program wrote, and says now and then that it is there", async () => {
    const { end, read } = listening();
    await read();
    await read();
    Object.assign(end, { head: "c", length: 3 });
    vi.advanceTimersByTime(1000);
    expect(await read()).toContain('"length":3');
    vi.advanceTimersByTime(15_000);
    expect(await read()).toBe(": still here\n\n");
  });

  it("ends when the other side leaves, and leaves nothing running", async () => {
    const { leaving, reader, read } = listening();
    await read();
    await read();
    expect(vi.getTimerCount()).toBe(2);
    leaving.abort();
    expect(await reader.read()).toMatchObject({ done: true });
    expect(vi.getTimerCount()).toBe(0);
  });
});
