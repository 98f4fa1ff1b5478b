import { seatedFront, supineAbove } from "./build";
import type { TestPoses } from "./test-poses";

export const ARM = {
  "outlet-pulse": {
    start: seatedFront({
      contacts: [{ at: "wrist-tested", push: "hold" }],
      description: "Seated, seen from the front; the arm a little out and turned outwards, fingers on the pulse.",
      testedArm: { shoulder: 30, elbow: 0 },
      neck: 12,
    }),
    ways: [
      {
        under: { "outlet-head": ["away"] },
        stages: ["position"],
        change: { neck: -20, description: "Seated; the arm is out and turned outwards, the head turned away from it." },
      },
    ],
  },
  "elevated-arm": {
    start: seatedFront({
      description:
        "Seated, seen from the front; both arms out at shoulder height, elbows bent up, hands opening and closing.",
      testedArm: { shoulder: 90, elbow: 90 },
      otherArm: { shoulder: 90, elbow: 90 },
    }),
  },
  "ulnt-1": {
    start: supineAbove({
      contacts: [
        { at: "shoulder-tested", push: "hold" },
        { at: "hand-tested", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above, neck bent away; the arm out to the side, palm up, wrist back, elbow being straightened.",
      testedArm: { shoulder: 95, elbow: 30, wrist: -40 },
      neck: -25,
    }),
    stages: {
      neck: { neck: -28 },
      "neck-placed-towards": { neck: 28 },
      abduction: { testedArm: { shoulder: 95 } },
      supination: { testedArm: { shoulder: 95, elbow: 90 } },
      wrist: { testedArm: { shoulder: 95, elbow: 90, wrist: -40 } },
      rotation: { testedArm: { shoulder: 95, elbow: 90, wrist: -40 } },
      elbow: { testedArm: { shoulder: 95, elbow: 20, wrist: -40 } },
      "neck-midline": { neck: 0 },
      "neck-away-last": { neck: -28 },
      "neck-towards": { neck: 28 },
      "neck-beyond": { neck: 28 },
    },
  },
  "ulnt-2a": {
    start: supineAbove({
      contacts: [
        { at: "shoulder-tested", push: "hold" },
        { at: "wrist-tested", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above, neck bent away; the straight arm is turned and brought out to the side.",
      testedArm: { shoulder: 40, elbow: 0, wrist: -40 },
      neck: -25,
    }),
    stages: {
      neck: { neck: -28 },
      "neck-placed-towards": { neck: 28 },
      elbow: { testedArm: { shoulder: 12, elbow: 0 } },
      rotation: { testedArm: { shoulder: 12, elbow: 0 } },
      wrist: { testedArm: { shoulder: 12, elbow: 0, wrist: -40 } },
      abduction: { testedArm: { shoulder: 45, elbow: 0, wrist: -40 } },
      "neck-midline": { neck: 0 },
      "neck-away-last": { neck: -28 },
      "neck-towards": { neck: 28 },
      "neck-beyond": { neck: 28 },
    },
  },
  "ulnt-2b": {
    start: supineAbove({
      contacts: [
        { at: "shoulder-tested", push: "hold" },
        { at: "wrist-tested", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above, neck bent away; the straight arm is turned and brought out to the side.",
      testedArm: { shoulder: 40, elbow: 0, wrist: -40 },
      neck: -25,
    }),
    stages: {
      neck: { neck: -28 },
      "neck-placed-towards": { neck: 28 },
      elbow: { testedArm: { shoulder: 12, elbow: 0 } },
      rotation: { testedArm: { shoulder: 12, elbow: 0 } },
      wrist: { testedArm: { shoulder: 12, elbow: 0, wrist: -40 } },
      abduction: { testedArm: { shoulder: 45, elbow: 0, wrist: -40 } },
      "neck-midline": { neck: 0 },
      "neck-away-last": { neck: -28 },
      "neck-towards": { neck: 28 },
      "neck-beyond": { neck: 28 },
    },
  },
  "ulnt-3": {
    start: supineAbove({
      contacts: [
        { at: "shoulder-tested", push: "hold" },
        { at: "hand-tested", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above, neck bent away; the elbow fully bent, wrist back, hand towards the ear.",
      testedArm: { shoulder: 90, elbow: 125, wrist: -40 },
      neck: -25,
    }),
    stages: {
      neck: { neck: -28 },
      "neck-placed-towards": { neck: 28 },
      wrist: { testedArm: { shoulder: 20, elbow: 60, wrist: -40 } },
      pronation: { testedArm: { shoulder: 20, elbow: 60, wrist: -40 } },
      elbow: { testedArm: { shoulder: 25, elbow: 125, wrist: -40 } },
      rotation: { testedArm: { shoulder: 35, elbow: 125, wrist: -40 } },
      abduction: { testedArm: { shoulder: 95, elbow: 125, wrist: -40 } },
      "neck-midline": { neck: 0 },
      "neck-away-last": { neck: -28 },
      "neck-towards": { neck: 28 },
      "neck-beyond": { neck: 28 },
    },
    ways: [
      {
        under: { "ulnt-3-forearm": ["supination"] },
        stages: ["pronation"],
        change: { testedArm: { shoulder: 20, elbow: 60, wrist: 40 } },
      },
    ],
  },
} as const satisfies Readonly<Record<string, TestPoses>>;
