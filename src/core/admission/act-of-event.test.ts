import { expect, it } from "vitest";
import { EPISODE_KINDS, EVENT_TYPES } from "../record";
import { actOfEvent } from "./act-of-event";

it("asks more of a signature and of an overridden block than of a finding, and allows no kind it does not know", () => {
  const acts = ["exam-signed", "amendment-signed", "block-overridden", "run-started", "toString", "exam-erased"];
  expect(acts.map((type) => actOfEvent({ type }))).toEqual(["sign", "sign", "override a block", "examine", null, null]);
  expect([...EVENT_TYPES, ...EPISODE_KINDS].filter((type) => actOfEvent({ type }) === null)).toEqual([]);
  const technique = (despite?: string | null) => actOfEvent({ type: "technique-logged", body: { despite } });
  expect([technique(), technique(null), technique("asked by the doctor")]).toEqual([
    "examine",
    "examine",
    "override a block",
  ]);
});
