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

  it("begins nothing that waits while what goes first is at it", () => {
    const turn = turns(1);
    const began: string[] = [];
    let tapped: () => void = () => {};
    turn.goFirst((ended) => {
      began.push("tap");
      tapped = ended;
    });
    turn.take((ended) => {
      began.push("page");
      ended();
    });
    expect(began).toEqual(["tap"]);
    tapped();
    expect(began).toEqual(["tap", "page"]);
    tapped();
    expect(turn.waiting()).toBe(0);
  });

  it("draws breath between two, so that what goes first is seen", () => {
    const later: (() => void)[] = [];
    const turn = turns(1, (next) => later.push(next));
    const began: string[] = [];
    for (const name of ["one", "two"])
      turn.take((ended) => {
        began.push(name);
        ended();
      });
    expect(began).toEqual(["one"]);
    turn.goFirst((ended) => {
      began.push("tap");
      ended();
    });
    for (let next = later.shift(); next; next = later.shift()) next();
    expect(began).toEqual(["one", "tap", "two"]);
  });
});
