import type { LoadId, Technique, TechniqueRegion } from "../../vocabulary";
import type { StageLoad } from "../protocols/types";
import { ARM_LOADS, HIP_LOADS, LUMBAR_LOADS, PELVIC_LOADS, THRUSTS, WHOLE_NECK } from "./effects";

/**
 * What each technique puts on the body, in the same words as a stage of a test,
 * so that the same answers stop both. Where a technique has no load of its own in
 * a region it is only touched there.
 */

type Loaded = Partial<Record<TechniqueRegion, readonly LoadId[]>>;

const butThrusts = (loads: readonly LoadId[]): readonly LoadId[] =>
  loads.filter((load) => !(THRUSTS as readonly LoadId[]).includes(load));

/** The whole of a region: what a technique without a name of its own may load. */
const ALL_OF: Record<TechniqueRegion, readonly LoadId[]> = {
  neck: butThrusts(WHOLE_NECK),
  "upper back": ["spinal-pressure", "spinal-torsion", "rib-pressure", "neck-strain"],
  arm: ARM_LOADS,
  "low back": butThrusts(LUMBAR_LOADS),
  pelvis: butThrusts(PELVIC_LOADS),
  hip: HIP_LOADS,
  leg: ["limb-provocation", "dural-tension"],
};

/** Moving the joints to and fro, short of their end. */
const MOVED: Loaded = {
  neck: ["neck-pressure", "neck-rotation", "neck-side-bend"],
  "upper back": ["spinal-pressure", "rib-pressure"],
  arm: ["shoulder-loading", "arm-provocation"],
  "low back": ["spinal-pressure", "lumbar-loading", "lumbar-rotation"],
  pelvis: ["sacral-pressure", "pelvic-ring-load"],
  hip: ["hip-loading", "hip-flexion"],
  leg: ["limb-provocation"],
};

/** To the end of range and beyond it, fast. */
const THRUST: Loaded = {
  neck: ["neck-thrust", "neck-rotation", "neck-side-bend", "neck-extension", "neck-pressure"],
  "upper back": ["spinal-thrust", "spinal-pressure", "spinal-torsion", "rib-pressure"],
  arm: ["limb-thrust", "shoulder-loading", "elbow-loading", "wrist-loading"],
  "low back": ["spinal-thrust", "lumbar-loading", "lumbar-rotation", "spinal-torsion"],
  pelvis: ["pelvic-thrust", "sacral-pressure", "pelvic-ring-load", "hip-flexion-with-adduction-or-rotation"],
  hip: ["limb-thrust", "hip-loading", "hip-extension"],
  leg: ["limb-thrust", "limb-provocation"],
};

const BY_MOVEMENT: Loaded = {
  neck: ["neck-flexion", "neck-extension", "neck-rotation", "neck-side-bend"],
  "upper back": ["spinal-torsion"],
  arm: ["arm-provocation", "shoulder-loading"],
  "low back": ["lumbar-loading", "lumbar-flexion", "lumbar-extension", "lumbar-rotation"],
  pelvis: ["pelvic-ring-load"],
  hip: ["hip-loading", "hip-flexion", "hip-extension"],
  leg: ["limb-provocation"],
};

const LOADED: Record<Exclude<Technique, "other">, Loaded> = {
  mobilisation: MOVED,
  manipulation: THRUST,
  traction: {
    neck: ["neck-traction"],
    arm: ["shoulder-loading"],
    "low back": ["lumbar-loading", "pelvic-ring-load"],
    pelvis: ["pelvic-ring-load"],
    hip: ["hip-loading"],
    leg: ["limb-provocation", "dural-tension"],
  },
  "soft tissue": {
    neck: ["neck-pressure"],
    "upper back": ["spinal-pressure", "rib-pressure"],
    arm: ["arm-provocation"],
    "low back": ["spinal-pressure"],
    pelvis: ["sacral-pressure"],
    hip: ["hip-loading", "limb-provocation"],
    leg: ["limb-provocation"],
  },
  "muscle energy": {
    ...MOVED,
    neck: ["neck-strain", "neck-rotation", "neck-side-bend"],
    "low back": ["lumbar-loading", "lumbar-rotation", "spinal-torsion"],
    pelvis: ["pelvic-ring-load", "pubic-shear", "hip-flexion"],
  },
  "neural mobilisation": {
    neck: ["neck-side-bend", "neck-flexion", "arm-provocation"],
    "upper back": ["neck-flexion", "neck-strain"],
    arm: ["arm-provocation", "neck-strain"],
    "low back": ["dural-tension", "lumbar-flexion", "neck-flexion"],
    pelvis: ["dural-tension", "hip-flexion"],
    hip: ["dural-tension", "hip-flexion"],
    leg: ["dural-tension", "limb-provocation", "hip-flexion"],
  },
  exercise: BY_MOVEMENT,
  "repeated movement": BY_MOVEMENT,
  "taping or support": {},
};

/**
 * No documented reason allows a thrust or traction of the neck after these: signs
 * of cord, brainstem or artery, a fracture that is known or not excluded. The
 * names are those of the blocks, up to their first dot.
 */
export const NEVER_ON_THE_NECK: {
  readonly kinds: ReadonlySet<Technique>;
  readonly after: ReadonlySet<string>;
  readonly afterBaseline: ReadonlySet<string>;
} = {
  kinds: new Set(["manipulation", "traction"]),
  after: new Set([
    "brainstem",
    "artery",
    "giant-cell",
    "cord-signs",
    "electric-shock",
    "dens-fracture",
    "cspine-high",
    "cspine-low",
    "cspine-turn",
    "after",
  ]),
  afterBaseline: new Set(["baseline.cord.1", "baseline.cranial.1", "vitals.stop.1"]),
};

const ON_A_LIMB: ReadonlySet<TechniqueRegion> = new Set(["arm", "hip", "leg"]);

/**
 * The loads of a technique, as a stage has them: those of a limb fall on the side
 * it is done to, so that a block on one hip reaches that hip alone.
 *
 * @example loadsOfTechnique("traction", "neck") // [{ load: "neck-traction", on: "person" }]
 */
export function loadsOfTechnique(kind: Technique, region: TechniqueRegion): readonly StageLoad[] {
  const loads = (kind === "other" ? ALL_OF[region] : LOADED[kind][region]) ?? ["touch"];
  return loads.map((load) => ({ load, on: ON_A_LIMB.has(region) ? "tested side" : "person" }));
}
