import { describe, expect, it } from "vitest";
import { addresses } from "./addresses";

describe("what one address may ask for before anybody has signed in from it", () => {
  it("is so much at once, comes back with time, and is each address's own", () => {
    const limits = addresses();
    const taken = (address: string, count: number, now: number) =>
      Array.from({ length: count }, () => limits.take(address, now)).filter(Boolean).length;
    expect(taken("10.0.0.1", 1000, 0)).toBe(600);
    expect(taken("10.0.0.1", 100, 0)).toBe(0);
    expect(taken("10.0.0.2", 100, 0)).toBe(100);
    expect(taken("10.0.0.1", 1000, 500)).toBe(100);
    expect(taken("10.0.0.1", 10_000, 3_600_000)).toBe(600);
  });

  it("is so many begun and not yet whole; one that ends twice makes no room for two", () => {
    const limits = addresses();
    const begun = Array.from({ length: 64 }, () => limits.begin("10.0.0.1")!);
    expect(begun.every(Boolean)).toBe(true);
    expect(limits.begin("10.0.0.1")).toBeNull();
    expect(limits.begin("10.0.0.2")).not.toBeNull();
    begun[0]!();
    begun[0]!();
    expect(limits.begin("10.0.0.1")).not.toBeNull();
    expect(limits.begin("10.0.0.1")).toBeNull();
  });
});
