import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { COMPLAINTS, examOfComplaint } from "@/fixtures/samples/complaints";
import { simulatePeople } from "./simulate";

describe("800 made-up people of each complaint", () => {
  it(
    "every complaint: fewer tests, less provocation, fewer position changes, and no worse a reading",
    () =>
      forEvery(COMPLAINTS, (complaint) => {
        const { plan, sheet, brierDifference } = simulatePeople(examOfComplaint(complaint).state(), {
          people: 800,
          seed: "1",
        });
        expect(plan.tests).toBeLessThan(sheet.tests);
        expect(plan.burden).toBeLessThan(sheet.burden);
        /** A sheet of two positions has no turn to spare. */
        expect(plan.turns).toBeLessThan(sheet.turns + (complaint.sheet === "neck-arm" ? 1e-9 : 0));
        /** What the least worth leaves out costs a little of the reading, for a third of the sheet's burden. */
        expect(brierDifference.upper95).toBeLessThanOrEqual(0.006);
      }),
    240_000,
  );

  it("are the same people for the same seed, and others for another", () => {
    const state = examOfComplaint(COMPLAINTS[1]!).state();
    const one = simulatePeople(state, { people: 30, seed: "7" });
    expect(simulatePeople(state, { people: 30, seed: "7" })).toEqual(one);
    expect(simulatePeople(state, { people: 30, seed: "8" })).not.toEqual(one);
  });
});
