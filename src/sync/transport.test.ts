import { afterEach, describe, expect, it, vi } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import { httpTransport } from "./transport";

afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe("a request that nobody answers", () => {
  it("ends by itself and is tried again, and holds up nothing for good", async () => {
    const limits: number[] = [];
    vi.spyOn(AbortSignal, "timeout").mockImplementation((most) => {
      limits.push(most);
      return AbortSignal.abort(new DOMException("over", "TimeoutError"));
    });
    vi.stubGlobal("fetch", (_address: unknown, init?: RequestInit) =>
      init?.signal?.aborted ? Promise.reject(init.signal.reason as Error) : new Promise(() => {}),
    );
    expect(await httpTransport.send(idOf(1), [])).toEqual({
      kind: "not taken",
      refusal: "again",
      why: "The server cannot be reached.",
    });
    expect(await httpTransport.fetchAfter(idOf(1), 3)).toBeNull();
    expect(limits).toEqual([20_000, 20_000]);
  });
});
