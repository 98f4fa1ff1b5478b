import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { findSheet } from "../knowledge";
import type { Place } from "../vocabulary";
import { simulatePeople } from "./simulate";

/** Three complaints, each beside the fixed sheet that is usually chosen for it. */
const COMPLAINTS: readonly {
  name: string;
  sheet: string;
  region: "lumbopelvic" | "neck-arm";
  places: readonly Place[];
}[] = [
  {
    name: "calf and foot",
    sheet: "low-back-leg",
    region: "lumbopelvic",
    places: ["posterior-calf.right", "lateral-foot.right"],
  },
  { name: "buttock below L5", sheet: "buttock-pelvis", region: "lumbopelvic", places: ["si-area.right"] },
  {
    name: "forearm and thumb",
    sheet: "neck-arm",
    region: "neck-arm",
    places: ["radial-forearm.right", "thumb-index.right"],
  },
];

const stateOf = ({ sheet, region, places }: (typeof COMPLAINTS)[number]) => {
  const exam = buildExam({ region }).complaint(...places);
  exam.add("sheet-set", { label: sheet, tests: [...findSheet(sheet)!.tests], reason: "" });
  return exam.state();
};

describe("200 made-up people of each complaint", () => {
  it.each(COMPLAINTS)("$name: fewer tests, less burden, fewer turns, and no worse a reading", (complaint) => {
    const { plan, sheet, brierDifference } = simulatePeople(stateOf(complaint), { people: 200, seed: "1" });
    expect(plan.tests).toBeLessThan(sheet.tests);
    expect(plan.burden).toBeLessThan(sheet.burden);
    /** A sheet of two positions has no turn to spare. */
    expect(plan.turns).toBeLessThan(sheet.turns + (complaint.sheet === "neck-arm" ? 1e-9 : 0));
    expect(brierDifference.upper95).toBeLessThanOrEqual(0.005);
  });

  it("are the same people for the same seed, and others for another", () => {
    const state = stateOf(COMPLAINTS[1]!);
    const one = simulatePeople(state, { people: 30, seed: "7" });
    expect(simulatePeople(state, { people: 30, seed: "7" })).toEqual(one);
    expect(simulatePeople(state, { people: 30, seed: "8" })).not.toEqual(one);
  });
});
