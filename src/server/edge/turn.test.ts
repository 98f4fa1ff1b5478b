import { describe, expect, it } from "vitest";
import { turns } from "./turn";

describe("taking turns", () => {
  it("lets so many at it at once, and the others in the order they came", () => {
    const turn = turns(2);
    const began: number[] = [];
    const ends: (() => void)[] = [];
    for (let index = 0; index < 6; index++)
      turn.take((ended) => {
        began.push(index);
        ends.push(ended);
      });
    expect(began).toEqual([0, 1]);
    expect(turn.waiting()).toBe(4);
    ends[1]!();
    expect(began).toEqual([0, 1, 2]);
    /** Ending twice makes no room for two. */
    ends[1]!();
    expect(began).toEqual([0, 1, 2]);
    ends[0]!();
    ends[2]!();
    expect(began).toEqual([0, 1, 2, 3, 4]);
  });

  it("goes on when work ends at once", () => {
    const turn = turns(1);
    const began: number[] = [];
    for (let index = 0; index < 50; index++)
      turn.take((ended) => {
        began.push(index);
        ended();
      });
    expect(began).toHaveLength(50);
    expect(turn.waiting()).toBe(0);
  });
});
