import { onTheSide, prone, standing, supine, supineAbove } from "./build";
import type { TestPoses } from "./test-poses";

export const PELVIS = {
  "one-leg-lift": {
    start: standing({
      tested: { hip: 90, knee: 100 },
      contacts: [{ at: "sacrum", push: "hold" }],
      description: "Standing, seen from the side, one knee lifted; a thumb on the posterior iliac spine, one on S2.",
    }),
  },
  "active-straight-leg-raise": {
    start: supine({
      tested: { hip: 22, knee: 0 },
      contacts: [{ at: "iliac-crest", push: "hold" }],
      description:
        "Lying on the back, seen from the side; they lift the straight leg 20 cm; then with the pelvis pressed together.",
    }),
    ways: [{ under: { "aslr-knee": ["bent"] }, stages: ["lift"], change: { other: { hip: 45, knee: 90 } } }],
  },
  "pubic-shear": {
    start: supineAbove({
      contacts: [{ at: "pubis", push: "hold" }],
      description: "Lying on the back, seen from above; both hands on the pubic rami, pushing against each other.",
    }),
  },
  "hip-rotation-difference": {
    start: supine({
      tested: { hip: 90, knee: 90 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Lying on the back, hip and knee at 90 degrees; the shin is turned outwards, the hip inwards.",
    }),
  },
  "sacral-sulcus": {
    start: prone({
      contacts: [{ at: "sacrum", push: "down" }],
      description: "Lying face down; a thumb presses just inside and below the posterior iliac spine.",
    }),
  },
  "pelvic-levels": {
    start: supineAbove({
      contacts: [
        { at: "iliac-spine-tested", push: "hold" },
        { at: "iliac-spine-other", push: "hold" },
      ],
      description: "Lying on the back, seen from above; thumbs under both front iliac spines.",
    }),
  },
  "si-distraction": {
    start: supineAbove({
      tested: { hip: 0, knee: 0, abduction: 6 },
      other: { hip: 0, knee: 0, abduction: 6 },
      contacts: [
        { at: "iliac-spine-tested", push: "outwards and down" },
        { at: "iliac-spine-other", push: "outwards and down" },
      ],
      description: "Lying on the back, seen from above. A hand on each front iliac spine pushes outwards and down.",
    }),
    ways: [
      {
        under: { contact: ["soft-palm"] },
        change: {
          description:
            "Lying on the back, seen from above. A soft palm on each front iliac spine pushes outwards and down.",
        },
      },
    ],
  },
  "thigh-thrust": {
    start: supine({
      tested: { hip: 90, knee: 100 },
      contacts: [
        { at: "knee-tested", push: "down" },
        { at: "sacrum", push: "hold" },
      ],
      description:
        "Lying on the back, seen from the side. The tested hip is bent to 90 degrees; the push goes down along the thigh; a hand lies under the sacrum.",
    }),
    ways: [{ under: { hand: ["none"] }, change: { contacts: [{ at: "knee-tested", push: "down" }] } }],
  },
  faber: {
    start: supineAbove({
      tested: { hip: 45, knee: 105, abduction: 52 },
      other: { hip: 0, knee: 0, abduction: 4 },
      contacts: [
        { at: "knee-tested", push: "into page" },
        { at: "iliac-spine-other", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above. The tested leg makes a figure of four; a hand presses its knee down, the other holds the opposite iliac spine.",
    }),
  },
  gaenslen: {
    start: supine({
      tested: { hip: -22, knee: 45 },
      other: { hip: 118, knee: 125 },
      contacts: [
        { at: "thigh-tested", push: "down" },
        { at: "knee-other", push: "left" },
      ],
      description:
        "Lying on the back at the table's edge, seen from the side. The tested leg hangs lowered; the other knee is held to the chest.",
    }),
  },
  "si-compression": {
    start: onTheSide({
      contacts: [{ at: "iliac-crest", push: "into page" }],
      description:
        "Lying on the side, seen from above, hips and knees bent, a pillow between the knees. Both hands push the upper iliac crest straight down.",
    }),
    ways: [
      {
        under: { "compression-contact": ["forearm"] },
        change: {
          description:
            "Lying on the side, seen from in front; a forearm lies along the upper iliac crest and leans down.",
        },
      },
      {
        under: { "compression-contact": ["squeezed"] },
        change: supineAbove({
          contacts: [
            { at: "iliac-spine-tested", push: "left" },
            { at: "iliac-spine-other", push: "right" },
          ],
          description: "Lying on the back, seen from above. Both hands squeeze the front iliac spines together.",
        }),
      },
    ],
  },
  "sacral-thrust": {
    start: prone({
      contacts: [{ at: "sacrum", push: "down" }],
      description: "Lying face down, seen from the side. Both hands push straight down on the sacrum.",
    }),
  },
  "pump-handle": {
    start: supine({
      tested: { hip: 110, knee: 125 },
      contacts: [
        { at: "knee-tested", push: "left" },
        { at: "shoulder-other", push: "hold" },
      ],
      description: "Lying on the back, seen from the side; the bent knee is pushed towards the opposite shoulder.",
    }),
    ways: [
      {
        under: { "pump-handle-way": ["jerk"] },
        change: {
          description: "Lying on the back; the bent knee is pushed towards the opposite shoulder, with a short jerk.",
        },
      },
    ],
  },
} as const satisfies Readonly<Record<string, TestPoses>>;
