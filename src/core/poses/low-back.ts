import { onTheSide, prone, seated, standing, supine } from "./build";
import type { TestPoses } from "./test-poses";

export const LOW_BACK = {
  "lumbar-range": {
    start: standing({
      contacts: [
        { at: "upper-back", push: "hold" },
        { at: "sacrum", push: "hold" },
      ],
      description: "Standing, seen from the side, bending forward; an inclinometer over T12 and one over S1.",
      trunk: 40,
    }),
    stages: {
      flexion: { trunk: 60 },
      extension: { trunk: -20 },
      "bend-right": { view: "front", trunk: 26 },
      "bend-left": { view: "front", trunk: -26 },
    },
  },
  quadrant: {
    start: standing({
      contacts: [{ at: "shoulder-tested", push: "down" }],
      description:
        "Standing, seen from the side; leaning back and towards the tested side, pressed down through the shoulders.",
      trunk: -28,
    }),
  },
  "side-lying-shear": {
    start: onTheSide({
      tested: { hip: 50, knee: 90 },
      other: { hip: 50, knee: 90 },
      contacts: [
        { at: "knee-tested", push: "left" },
        { at: "low-back", push: "hold" },
      ],
      description:
        "Lying on the side, seen from above; a light push along the thighs, a finger between two spinous processes.",
    }),
    stages: {
      "at-90-first": { tested: { hip: 90 }, other: { hip: 90 } },
      "full-first": { tested: { hip: 120, knee: 120 }, other: { hip: 120, knee: 120 } },
      "at-90": { tested: { hip: 90 }, other: { hip: 90 } },
      full: { tested: { hip: 120, knee: 120 }, other: { hip: 120, knee: 120 } },
    },
  },
  "segmental-pressure": {
    start: prone({
      contacts: [{ at: "low-back", push: "down" }],
      description: "Lying face down; both thumbs press on a level of the spine.",
    }),
  },
  "lumbar-torsion": {
    start: prone({
      contacts: [
        { at: "low-back", push: "hold" },
        { at: "iliac-spine-other", push: "up" },
      ],
      description: "Lying face down, seen from the side; T12 is held while the opposite iliac spine is lifted.",
    }),
  },
  "heel-to-buttock": {
    start: prone({
      tested: { hip: 0, knee: 125 },
      other: { hip: 0, knee: 125 },
      contacts: [
        { at: "low-back", push: "down" },
        { at: "ankle-tested", push: "left" },
      ],
      description: "Lying face down; gentle pressure on L4-L5 while both heels go to the buttocks.",
    }),
  },
  "passive-lumbar-extension": {
    start: prone({
      tested: { hip: -18, knee: 0 },
      other: { hip: -18, knee: 0 },
      contacts: [{ at: "ankle-tested", push: "up" }],
      description: "Lying face down; both straight legs are lifted about 30 cm.",
    }),
    stages: { lift: { tested: { hip: -18 }, other: { hip: -18 } } },
  },
  "prone-instability": {
    start: prone({
      tested: { hip: 75, knee: 30 },
      other: { hip: 75, knee: 30 },
      contacts: [{ at: "low-back", push: "down" }],
      description: "Trunk face down on the table's end, feet on the floor; a level of the lumbar spine is pressed.",
    }),
  },
  "repeated-movements": {
    start: standing({
      description: "Standing, seen from the side, bending forward again and again; then back, then to each side.",
      trunk: 55,
    }),
    stages: {
      flexion: { trunk: 70 },
      extension: { trunk: -25 },
      "side-glide-right": { view: "front", trunk: 16 },
      "side-glide-left": { view: "front", trunk: -16 },
    },
  },
  "seated-piriformis": {
    start: seated({
      tested: { hip: 90, knee: 5 },
      contacts: [
        { at: "sacrum", push: "hold" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Seated, the tested knee straight; the leg is brought across and turned inwards.",
    }),
  },
  "resisted-piriformis": {
    start: supine({
      tested: { hip: 90, knee: 90 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Lying on the back, hip and knee at 90 degrees; they push the knee out against the hand.",
    }),
  },
  "abdominal-wall-tensing": {
    start: supine({
      contacts: [{ at: "belly", push: "down" }],
      description: "Lying on the back, seen from the side; a finger presses the tender spot while they curl up.",
      trunk: 18,
      neck: 20,
    }),
  },
  "diaphragm-palpation": {
    start: supine({
      tested: { hip: 50, knee: 95 },
      other: { hip: 50, knee: 95 },
      contacts: [{ at: "belly", push: "left" }],
      description: "Lying on the back, knees bent; fingertips reach under the margin of the ribs.",
    }),
  },
  "active-piriformis": {
    start: onTheSide({
      tested: { hip: 55, knee: 85 },
      other: { hip: 20, knee: 30 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "sacrum", push: "hold" },
      ],
      description:
        "Lying on the side, seen from above; the upper heel pushes down, the knee up and out against the hand.",
    }),
  },
} as const satisfies Readonly<Record<string, TestPoses>>;
