import { describe, expect, it } from "vitest";
import { createEstimate, inWords, runWithProgress, untilReady } from "./progress.mjs";

const STEPS = [
  { title: "download", seconds: 40 },
  { title: "build", seconds: 160 },
];

describe("the estimate of a demo's start", () => {
  it("is the sum of its steps before anything has begun", () => {
    expect(createEstimate(STEPS).left()).toBe(200);
    expect(inWords(200)).toBe("3 min 20 s");
    expect(inWords(2)).toBe("5 s");
    expect(inWords(120)).toBe("2 min");
  });

  it("falls with the time that passes on a machine as fast as expected", () => {
    const estimate = createEstimate(STEPS);
    expect(estimate.left(20)).toBeCloseTo(180, 5);
    estimate.finish(40);
    expect(estimate.left(80)).toBeCloseTo(80, 5);
  });

  it("grows on a machine that takes twice as long, and says so", () => {
    const estimate = createEstimate(STEPS);
    expect(estimate.isLate(41)).toBe(true);
    estimate.finish(80);
    expect(estimate.left()).toBeCloseTo(320, 5);
    expect(estimate.isLate(100)).toBe(false);
  });

  it("does not take a slow network for a slow machine", () => {
    const estimate = createEstimate([{ ...STEPS[0], isNetwork: true }, STEPS[1]]);
    estimate.finish(200);
    expect(estimate.left()).toBe(160);
  });

  it("is printed at once, and the step that failed is named", async () => {
    const lines = [];
    const failed = await runWithProgress(
      [
        { ...STEPS[0], work: async () => true },
        { ...STEPS[1], work: async () => false },
      ],
      (line) => lines.push(line),
    );
    expect(failed).toBe("build");
    expect(lines[0]).toBe("About 3 min 20 s on two idle cores, longer on a busy machine. 2 steps:");
    expect(lines.join("\n")).toContain("build: FAILED");
  });
});

describe("waiting for the server", () => {
  const readyAfter = (tries) => {
    let asked = 0;
    return async () => ++asked > tries;
  };

  it("goes on as long as the process lives, with a line now and then", async () => {
    const lines = [];
    expect(
      await untilReady(
        readyAfter(6),
        () => true,
        (line) => lines.push(line),
        150,
      ),
    ).toBe(true);
    expect(lines.length).toBeGreaterThanOrEqual(2);
    expect(lines[0]).toContain("Still waiting for the server to answer");
  });

  it("ends with the process", async () => {
    let lives = 3;
    expect(
      await untilReady(
        readyAfter(1000),
        () => lives-- > 0,
        () => {},
      ),
    ).toBe(false);
  });
});
