import { remembered } from "../base";
import { type LimbPart, type LoadId, type Side, SIDES, otherSide } from "../vocabulary";
import { type Protocol } from "./protocols/types";

/** The part of a limb that a load falls on: the limb itself where it is loaded as a whole. */
const PART_OF_LOAD: Partial<Record<LoadId, LimbPart>> = {
  "arm-provocation": "arm",
  "shoulder-loading": "arm",
  "elbow-loading": "forearm",
  "wrist-loading": "forearm",
  "limb-provocation": "leg",
  "hip-loading": "leg",
  "hip-flexion": "leg",
  "hip-flexion-past-90": "leg",
  "hip-flexion-with-adduction-or-rotation": "leg",
  "hip-extension": "leg",
  "knee-loading": "lower-leg",
  "ankle-loading": "lower-leg",
  "dural-tension": "lower-leg",
};

type Used = { readonly part: LimbPart; readonly on: "tested side" | "other side" };

const used = remembered((protocol: Protocol): readonly Used[] => {
  const all = protocol.stages.flatMap(({ loads, ways = [] }) =>
    [...loads, ...ways.flatMap((way) => way.loads ?? [])].flatMap(({ load, on }): Used[] => {
      const part = PART_OF_LOAD[load];
      return part && on !== "person" ? [{ part, on }] : [];
    }),
  );
  return [...new Map(all.map((one) => [`${one.part} ${one.on}`, one])).values()];
});

/**
 * The parts of limbs that a test moves or loads, with the side they are on; a
 * test without sides takes both limbs.
 *
 * @example partsUsed(protocolOf("straight-leg-raise"), "right") // [{ part: "leg", side: "right" }, { part: "lower-leg", side: "right" }]
 */
export const partsUsed = (
  protocol: Protocol,
  side: Side | null,
): readonly { readonly part: LimbPart; readonly side: Side }[] =>
  used(protocol).flatMap(({ part, on }) =>
    (side === null ? SIDES : [on === "tested side" ? side : otherSide(side)]).map((where) => ({ part, side: where })),
  );
