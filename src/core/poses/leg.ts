import { onTheSide, prone, seated, standing, supine } from "./build";
import type { TestPoses } from "./test-poses";

export const LEG = {
  "seated-straight-leg-raise": {
    start: seated({
      contacts: [
        { at: "ankle-tested", push: "up" },
        { at: "thigh-tested", push: "hold" },
      ],
      description: "Seated upright at the table's edge; the tested knee is straightened from below.",
    }),
    stages: {
      knee: { tested: { knee: 0 } },
      dorsiflex: { tested: { knee: 0, ankle: 18 } },
      slouch: { trunk: 40, neck: 20, tested: { knee: 0, ankle: 18 } },
    },
  },
  slump: {
    start: seated({
      contacts: [
        { at: "upper-back", push: "hold" },
        { at: "foot-tested", push: "hold" },
      ],
      description:
        "Seated at the table's edge, slouched, chin down; the tested knee is straightened and the foot brought up.",
      trunk: 40,
      neck: 10,
      restArms: { shoulder: -35, elbow: 95 },
    }),
    stages: {
      chin: { neck: 45 },
      overpressure: { neck: 55, trunk: 44 },
      "back-press": { neck: 55, trunk: 50 },
      knee: { neck: 55, trunk: 48, tested: { knee: 12 } },
      dorsiflex: { neck: 55, trunk: 48, tested: { knee: 12, ankle: 15 } },
      "ankle-press": { neck: 55, trunk: 48, tested: { knee: 12, ankle: 22 } },
      head: { neck: -25, trunk: 48, tested: { knee: 12 } },
    },
    ways: [
      { under: { "slump-lumbar": ["upright"] }, stages: ["slouch"], change: { trunk: 8 } },
      { under: { "slump-hands": ["free"] }, change: { restArms: { shoulder: 40, elbow: 75 } } },
    ],
  },
  valsalva: {
    start: seated({
      contacts: [{ at: "belly", push: "hold" }],
      description: "Seated upright, holding the breath and bearing down.",
    }),
    ways: [{ under: { "valsalva-way": ["thumb"] }, change: { contacts: [{ at: "chin", push: "hold" }] } }],
  },
  "straight-leg-raise": {
    start: supine({
      tested: { hip: 55, knee: 0 },
      contacts: [
        { at: "ankle-tested", push: "up" },
        { at: "knee-tested", push: "hold" },
      ],
      description: "Lying on the back, seen from the side; the tested leg is raised straight from behind the heel.",
    }),
    stages: {
      end: { tested: { hip: 80 } },
      foot: { tested: { hip: 50, ankle: 18 } },
      head: { neck: 40, tested: { hip: 50 } },
    },
    ways: [
      {
        under: { "raise-way": ["sensitised"] },
        stages: ["raise", "end"],
        change: { description: "Lying on the back; the tested leg is turned in and across, then raised straight." },
      },
      { under: { "raise-way": ["foot-first"] }, stages: ["raise", "end"], change: { tested: { ankle: 18 } } },
    ],
  },
  "dorsiflexion-sign": {
    start: supine({
      tested: { hip: 50, knee: 0, ankle: 15 },
      contacts: [
        { at: "foot-tested", push: "left" },
        { at: "knee-tested", push: "hold" },
      ],
      description: "Lying on the back, the leg raised just below where the symptom came; the foot is brought up.",
    }),
    stages: {
      plantarflex: { tested: { hip: 55, ankle: -35 } },
      lower: { tested: { hip: 45 } },
      dorsiflex: { tested: { hip: 45, ankle: 20 } },
    },
  },
  "neck-flexion-after-raise": {
    start: supine({
      tested: { hip: 45, knee: 0 },
      contacts: [
        { at: "occiput", push: "up" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Lying on the back, the leg raised just below onset; the head is lifted, chin to chest.",
      neck: 40,
    }),
    stages: { head: { neck: 45 } },
  },
  "crossed-leg-raise": {
    start: supine({
      tested: { hip: 55, knee: 0 },
      contacts: [{ at: "ankle-tested", push: "up" }],
      description: "Lying on the back; the pain-free leg is raised straight while the other lies flat.",
    }),
  },
  "side-lying-leg-raise": {
    start: onTheSide({
      tested: { hip: 60, knee: 0 },
      contacts: [
        { at: "ankle-tested", push: "hold" },
        { at: "iliac-crest", push: "hold" },
      ],
      description: "Lying on the side, seen from above; the upper leg is brought forward straight.",
    }),
  },
  squat: {
    start: standing({
      tested: { hip: 95, knee: 105 },
      other: { hip: 95, knee: 105 },
      description: "Seen from the side, squatting.",
      trunk: 30,
    }),
  },
  "active-hip-flexion": {
    start: supine({
      tested: { hip: 110, knee: 115 },
      description: "Lying on the back; they bring the knee to the chest.",
    }),
  },
  "hip-internal-rotation": {
    start: supine({
      tested: { hip: 90, knee: 90 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Lying on the back, hip and knee at 90 degrees; the shin is turned outwards, the hip inwards.",
    }),
  },
  "flexion-adduction-rotation": {
    start: supine({
      tested: { hip: 95, knee: 95 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "ankle-tested", push: "hold" },
      ],
      description: "Lying on the back, hip at 90 degrees; brought across and turned inwards.",
    }),
  },
  scour: {
    start: supine({
      tested: { hip: 110, knee: 115 },
      contacts: [{ at: "knee-tested", push: "down" }],
      description: "Lying on the back, seen from the side; the bent hip is loaded along the thigh and swept inwards.",
    }),
  },
  "active-hip-extension": {
    start: prone({ tested: { hip: -15, knee: 0 }, description: "Lying face down; they lift the straight leg." }),
  },
  "side-lying-femoral": {
    start: onTheSide({
      tested: { hip: -15, knee: 95 },
      other: { hip: 95, knee: 110 },
      contacts: [
        { at: "knee-tested", push: "hold" },
        { at: "iliac-crest", push: "hold" },
      ],
      description:
        "Lying on the side, seen from above, head forward, lower knee hugged; the upper thigh is brought back.",
      neck: 35,
    }),
  },
  "prone-lift": {
    start: prone({
      tested: { hip: -15, knee: 90 },
      contacts: [
        { at: "thigh-tested", push: "up" },
        { at: "sacrum", push: "hold" },
      ],
      description: "Lying face down, the tested knee bent to 90 degrees; the thigh is lifted.",
    }),
  },
  "prone-extension": {
    start: prone({
      tested: { hip: -15, knee: 90 },
      contacts: [
        { at: "thigh-tested", push: "up" },
        { at: "iliac-crest", push: "down" },
      ],
      description: "Lying face down, knee bent; a palm holds the iliac crest while the thigh is lifted.",
    }),
  },
} as const satisfies Readonly<Record<string, TestPoses>>;
