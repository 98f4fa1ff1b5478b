import { ARM } from "../../vocabulary";
import {
  CLEAR,
  elsewhere,
  equivocal,
  felt,
  negative,
  observe,
  option,
  person,
  positive,
  provoke,
  reading,
  school,
  tested,
} from "./build";
import type { Condition, Protocol } from "./types";

const HERE: Condition = { when: "reproduced", felt: felt(...ARM, "upper-trapezius-scapula", "neck") };
const FADES = { pulse: ["weaker", "gone"] } as const;
const arm = [...person("seated", "neck-strain"), ...tested("arm-provocation", "shoulder-loading")];

const pulseTest: Protocol = {
  id: "outlet-pulse",
  name: "Outlet, pulse",
  otherNames: ["Adson"],
  regions: ["arm", "neck"],
  position: "seated",
  sided: true,
  tissueGroup: "outlet",
  placing: "Seated upright.",
  hands: "Behind them, fingers on the pulse at the wrist, the other hand on the shoulder.",
  direction: "Arm out and turned outwards, head turned and back, deep breath held.",
  stages: [
    observe(
      "resting-pulse",
      "Pulse at rest",
      "Feel the pulse at both wrists first.",
      "Is it there, and the same on both sides?",
      [option("same", "there, the same"), option("weaker", "weaker on this side"), option("none", "not found")],
      [...person("seated", "touch")],
      { only: { "outlet-compare": ["compared"] } },
    ),
    provoke(
      "position",
      "Arm, head, breath",
      "Arm out about 30° and turned outwards; head turned to this side and back; deep breath, hold.",
      [...arm, ...person("neck-rotation", "neck-extension", "breath-held")],
      {
        dose: { holdSeconds: 15 },
        ways: [
          {
            under: { "outlet-head": ["away"] },
            instruction: "Arm out about 30° and turned outwards; head turned away and back; deep breath, hold.",
          },
        ],
      },
    ),
  ],
  orders: [],
  schools: [
    school(
      "outlet-head",
      "Outlet, pulse: head turned",
      "doing",
      ["towards", "towards the tested side", "The older and better known way."],
      ["away", "away from it", "Stretches the scalenes instead of shortening them."],
    ),
    school(
      "outlet-compare",
      "Outlet, pulse: resting pulses",
      "doing",
      ["compared", "compared on both sides first", "A weak pulse at rest is known before it is called a sign."],
      ["not-compared", "not compared", "Shorter."],
    ),
  ],
  measures: [],
  signs: [
    {
      id: "pulse",
      label: "Pulse in the position",
      options: [option("same", "the same"), option("weaker", "weaker"), option("gone", "gone")],
    },
  ],
  stopRule: "Stop at faintness, at any new symptom, and whenever they ask.",
  cautions: ["The pulse fades in many healthy people: alone it says nothing."],
  burden: 2,
  equipment: [],
  readings: [
    reading("thoracic-outlet", "tested side", [
      positive({ ...HERE, seen: FADES }, "their symptom, and the pulse fades"),
      equivocal({ ...HERE, seen: { pulse: ["same"] } }, "their symptom, but the pulse stays"),
      equivocal(HERE, "their symptom; the pulse was not noted"),
      ...elsewhere("their symptom, but not in this arm"),
      negative(
        { when: ["nothing", "stretch", "other"], seen: FADES },
        "the pulse fades, without their symptom: common in healthy people",
      ),
      ...CLEAR,
    ]),
  ],
  citations: ["gillard-2001"],
};

const elevated: Protocol = {
  id: "elevated-arm",
  name: "Outlet, 3-minute raised arm",
  otherNames: ["Roos", "elevated arm stress test"],
  regions: ["arm", "neck"],
  position: "seated",
  sided: true,
  atOnce: "each",
  tissueGroup: "outlet",
  placing: "Seated, arms out at 90°, turned outwards, elbows at 90°.",
  hands: "In front of them, watching.",
  direction: "Open and close the hands for 3 minutes.",
  stages: [
    provoke("three-minutes", "3 minutes", "Open and close the hands, slowly, for 3 minutes.", arm, {
      dose: { holdSeconds: 180 },
      measures: ["stopped-at"],
    }),
    provoke("breath", "Breath held", "Add a deep breath held 30 to 40 seconds.", [...arm, ...person("breath-held")], {
      dose: { holdSeconds: 30 },
      only: { "elevated-breath": ["with"] },
    }),
  ],
  orders: [],
  schools: [
    school(
      "elevated-breath",
      "3-minute raised arm: breath held",
      "doing",
      ["without", "without", "As in the study."],
      ["with", "with 30-40 s at the end", "A stronger load, when three minutes were clear."],
    ),
  ],
  measures: [{ id: "stopped-at", label: "Stopped at", unit: "s", range: [0, 180], expected: [180, 180] }],
  signs: [{ id: "heaviness", label: "Heavy, or the arm sinks", options: [option("no", "no"), option("yes", "yes")] }],
  stopRule: "They stop when they have to: note the time.",
  cautions: ["Tiring for anybody: their own symptom, heaviness, or not finishing is what counts."],
  burden: 3,
  equipment: ["timer"],
  readings: [
    reading("thoracic-outlet", "tested side", [
      positive(HERE, "their symptom in the raised arm"),
      ...elsewhere("their symptom, but not in this arm"),
      positive({ seen: { heaviness: ["yes"] } }, "the arm grows heavy and sinks"),
      positive({ measure: [{ id: "stopped-at", under: 180 }] }, "could not finish three minutes"),
      equivocal({ when: "other" }, "another pain, and three minutes finished: not theirs, and not clear"),
      ...CLEAR,
    ]),
  ],
  citations: ["gillard-2001"],
};

export const OUTLET: readonly Protocol[] = [pulseTest, elevated];
