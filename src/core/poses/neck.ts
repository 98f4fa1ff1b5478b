import { crown, seatedFront, seatedUpper, supine } from "./build";
import type { TestPoses } from "./test-poses";

export const NECK = {
  "sharp-purser": {
    start: seatedUpper({
      contacts: [
        { at: "forehead", push: "left" },
        { at: "neck", push: "hold" },
      ],
      description: "Seated, seen from the side; C2 is held while the forehead is eased straight back.",
      neck: 10,
    }),
  },
  alar: {
    start: crown({
      contacts: [{ at: "neck", push: "hold" }],
      description: "Looking down on the head; C2 is monitored while the head is moved a little to the other side.",
      turn: -20,
    }),
    stages: { neutral: { turn: 0 }, flexion: { turn: 0 }, extension: { turn: 0 } },
  },
  transverse: {
    start: supine({
      contacts: [{ at: "occiput", push: "up" }],
      description: "Lying on the back, seen from the side; head and C1 are lifted straight up.",
    }),
  },
  "flexion-rotation": {
    start: crown({
      description: "Looking down on the head, neck fully bent; the head is turned to the tested side.",
      turn: 44,
    }),
  },
  "craniocervical-flexion": {
    start: supine({
      tested: { hip: 50, knee: 95 },
      other: { hip: 50, knee: 95 },
      contacts: [{ at: "neck", push: "hold" }],
      description: "Lying on the back, knees bent, a cuff behind the neck; a small nod of the head.",
      neck: 8,
    }),
    stages: {
      "mmhg-22": { neck: 8 },
      "mmhg-24": { neck: 8 },
      "mmhg-26": { neck: 8 },
      "mmhg-28": { neck: 8 },
      "mmhg-30": { neck: 8 },
    },
  },
  "neck-rotation": {
    start: crown({
      description: "Looking down on the head and shoulders; the head turns to the tested side.",
      turn: 55,
    }),
  },
  "neck-bending": {
    start: seatedUpper({
      description: "Seated upright, seen from the side; the head is bent forward, back and to each side by themselves.",
      neck: 20,
    }),
    stages: {
      flexion: { neck: 45 },
      extension: { neck: -45 },
      "bend-right": { view: "front", neck: 32 },
      "bend-left": { view: "front", neck: -32 },
    },
  },
  "neck-side-bend": {
    start: seatedFront({
      contacts: [{ at: "shoulder-other", push: "hold" }],
      description: "Seated, seen from the front; the neck bends to the tested side, then away.",
      neck: 30,
    }),
  },
  lhermitte: {
    start: seatedUpper({
      contacts: [{ at: "occiput", push: "right" }],
      description: "Seated, seen from the side; the neck is bent forward from behind the head.",
      neck: 45,
    }),
    stages: {
      own: { contacts: [], description: "Seated, seen from the side; they bring the chin to the chest by themselves." },
    },
  },
  "shoulder-abduction-relief": {
    start: seatedFront({
      contacts: [{ at: "hand-tested", push: "hold" }],
      description: "Seated, seen from the front; the hand of the tested arm rests on top of the head.",
      testedArm: { shoulder: 150, elbow: 125 },
    }),
  },
  "foraminal-compression": {
    start: seatedFront({
      contacts: [{ at: "crown", push: "down" }],
      description: "Seated, seen from the front; both hands press straight down on the crown.",
    }),
    stages: {
      extension: { view: "side", neck: -30 },
      away: { neck: -25 },
      towards: { neck: 25 },
      combined: { neck: 25 },
    },
  },
  "maximal-compression": {
    start: seatedFront({
      contacts: [{ at: "crown", push: "down" }],
      description:
        "Seated, seen from the front, head back, bent and turned to the tested side; pressure along its axis.",
      neck: 25,
    }),
  },
  "shoulder-depression": {
    start: seatedFront({
      contacts: [
        { at: "shoulder-tested", push: "down" },
        { at: "crown", push: "hold" },
      ],
      description: "Seated, seen from the front, neck bent away; a hand presses the tested shoulder down.",
      neck: -28,
    }),
  },
  "neck-distraction": {
    start: supine({
      contacts: [
        { at: "occiput", push: "left" },
        { at: "chin", push: "left" },
      ],
      description: "Lying on the back, seen from the side; the head is drawn away along the neck.",
    }),
    ways: [
      { under: { "distraction-grip": ["occiput-mastoids"] }, change: { contacts: [{ at: "occiput", push: "left" }] } },
      {
        under: { "distraction-lying": ["seated"] },
        change: { description: "Seated; the head is lifted along the neck from behind." },
      },
    ],
  },
} as const satisfies Readonly<Record<string, TestPoses>>;
