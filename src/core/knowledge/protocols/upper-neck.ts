import { finalBlock, referral } from "../safety/effects";
import {
  cannotTell,
  END_FEEL,
  equivocal,
  feltAnySide,
  negative,
  observe,
  option,
  person,
  positive,
  provoke,
  reading,
  school,
  STOP_RULE,
} from "./build";
import type { Aftermath, Condition, Protocol, Way } from "./types";

const NEVER_CLEAR = "misses about three in ten: this does not clear the neck";
const LIGAMENT_FOUND = [
  finalBlock(
    [
      "neck-compression",
      "neck-flexion",
      "neck-extension",
      "neck-side-bend",
      "neck-rotation",
      "neck-traction",
      "upper-cervical-stress",
      "relocation",
      "neck-thrust",
    ],
    "An upper neck ligament test was positive: the neck examination ends, and manipulation is contraindicated.",
  ),
  referral(
    "urgent",
    "emergency department",
    "Positive upper neck ligament test: manipulation contraindicated, imaging first.",
    "Positive upper cervical ligament test. Please image the upper cervical spine; the neck was not loaded further.",
  ),
];
const ends = (source: Aftermath["source"]): readonly Aftermath[] => [
  { source, outcomes: ["positive"], effects: LIGAMENT_FOUND },
];

/** Alar and transverse only after a clear relocation test. */
const AFTER_RELOCATION = {
  condition: {
    earlier: {
      test: "sharp-purser",
      side: "any side",
      outcome: { source: "transverse-ligament", is: ["negative"] },
    },
  },
  otherwise: "comes after the relocation test was done and was negative",
} as const;

const sharpPurser: Protocol = {
  id: "sharp-purser",
  name: "Relocation test",
  otherNames: ["Sharp-Purser"],
  regions: ["neck"],
  position: "seated",
  sided: false,
  tissueGroup: "upper-cervical-ligament",
  placing: "Seated, where they can be lowered in case of a faint; head a little bent at the upper neck.",
  hands: "One thumb and finger hold the spine of C2, the other palm rests on the forehead.",
  direction: "Ease the forehead straight back, then let go.",
  stages: [
    observe(
      "ease-back",
      "Ease the forehead back",
      "C2 held still: ease the forehead straight back, then let go.",
      "Does the head slide? Do their symptoms ease, and come back?",
      [
        option("none", "no slide, no change"),
        option("slide", "a slide is felt"),
        option("relieved", "symptoms ease, and come back on release"),
        option("cord-sign", "any cord or brainstem sign"),
      ],
      person("seated", "relocation"),
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: "Any cord or brainstem sign ends it at once: lower them, refer.",
  cautions: ["Not with a suspected dens fracture. A negative result does not clear a neck."],
  burden: 2,
  equipment: [],
  readings: [
    reading("transverse-ligament", "midline", [
      positive({ seen: { "ease-back": ["slide"] } }, "the head slides back on C2: lax"),
      positive({ seen: { "ease-back": ["relieved"] } }, "symptoms ease with it and return on release: lax"),
      cannotTell({ seen: { "ease-back": ["cord-sign"] } }, "ended by a cord or brainstem sign"),
      negative({ seen: { "ease-back": ["none"] } }, "no slide and no relief", NEVER_CLEAR),
    ]),
    reading(
      "spinal-cord",
      "midline",
      [positive({ seen: { "ease-back": ["cord-sign"] } }, "a cord or brainstem sign came: stop, refer")],
      { pointsOnly: true },
    ),
  ],
  aftermath: [
    ...ends("transverse-ligament"),
    { source: "spinal-cord", outcomes: ["positive"], effects: LIGAMENT_FOUND },
  ],
  citations: ["uitvlugt-1988"],
};

const ALAR_OPTIONS = [
  option("at-once", "C2 moves at once"),
  option("late", "late"),
  option("absent", "not at all"),
  option("pain", "pain, moves at once"),
];
const LATE = ["late", "absent"] as const;
const BENDS = ["neutral", "flexion", "extension"] as const;
/** C2 is held instead of felt. */
const gripped = (instruction: string): Way => ({
  under: { "alar-grip": ["gripped"] },
  instruction,
});
const bend = (id: string, name: string, where: string) =>
  observe(
    id,
    name,
    `${where}: a small side-bend of the head away from the tested ligament.`,
    "Does C2 move at once against your finger?",
    ALAR_OPTIONS,
    person("supine", "upper-cervical-stress"),
    {
      ways: [gripped(`${where}: C2 held between thumb and finger, a small side-bend of the head away.`)],
    },
  );
const NO_THRUST = "no thrust techniques, review";

const alar: Protocol = {
  id: "alar",
  name: "Alar ligament",
  otherNames: ["side-bend stress test"],
  regions: ["neck"],
  position: "supine",
  sided: true,
  tissueGroup: "upper-cervical-ligament",
  placing: "On the back (or seated), head on your palms.",
  hands: "A finger on each side of the spine of C2, the other hand carries the head.",
  direction: "A small side-bend to the other side: it loads this side's ligament. The same turning.",
  stages: [
    bend("neutral", "Neutral", "Neutral"),
    bend("flexion", "Slight flexion", "Slight flexion"),
    bend("extension", "Slight extension", "Slight extension"),
    observe(
      "turning",
      "Turning",
      "Turn the head a little to the other side.",
      "Does C2 follow at once?",
      ALAR_OPTIONS,
      person("supine", "upper-cervical-stress"),
      { ways: [gripped("C2 held between thumb and finger, turn the head a little to the other side.")] },
    ),
  ],
  orders: [],
  schools: [
    school(
      "alar-positions",
      "Alar ligament: what counts as lax",
      "reading",
      [
        "all-three",
        "late or absent in all three positions",
        "One lax position is common in sound necks; one or two still bar thrusts and ask for a review.",
      ],
      ["any-one", "in any one", "The cautious reading: rather one referral too many."],
      ["flexion-only", "in flexion", "Some hold that only flexion isolates the ligament."],
    ),
    school(
      "alar-grip",
      "Alar ligament: hold on C2",
      "doing",
      ["monitored", "a finger on each side", "Feels the movement without blocking it."],
      ["gripped", "gripped", "Fixes C2, so that any movement is movement of the head on it."],
    ),
  ],
  measures: [],
  signs: [],
  stopRule: "Any dizziness, nausea, tingling or eye movement ends it at once: refer.",
  cautions: ["The side is the ligament that is loaded. A negative result does not clear a neck."],
  burden: 3,
  equipment: [],
  earned: AFTER_RELOCATION,
  readings: [
    reading("alar-ligament", "tested side", [
      positive(
        { school: { "alar-positions": ["any-one"] }, seenCount: { of: BENDS, is: LATE, atLeast: 1 } },
        "C2 late or still in at least one position (cautious school)",
      ),
      positive(
        { school: { "alar-positions": ["flexion-only"] }, seen: { flexion: LATE } },
        "C2 late or still in flexion (school chosen)",
      ),
      positive(
        { school: { "alar-positions": ["all-three"] }, seenCount: { of: BENDS, is: LATE, atLeast: 3 } },
        "C2 late or still in all three positions",
      ),
      equivocal(
        { any: [{ seenCount: { of: BENDS, is: LATE, atLeast: 1 } }, { seen: { turning: LATE } }] },
        "C2 late or still in some positions, not in all",
        NO_THRUST,
      ),
      negative(
        { seenCount: { of: [...BENDS, "turning"], is: ["pain"], atLeast: 1 } },
        "C2 moves at once, but it hurts",
        "no thrust techniques",
      ),
      negative({ seenCount: { of: BENDS, is: ["at-once"], atLeast: 3 } }, "C2 moves at once in all three", NEVER_CLEAR),
    ]),
  ],
  aftermath: ends("alar-ligament"),
  citations: ["kaale-2008"],
};

const transverse: Protocol = {
  id: "transverse",
  name: "Transverse ligament",
  otherNames: ["anterior shear"],
  regions: ["neck"],
  position: "supine",
  sided: false,
  tissueGroup: "upper-cervical-ligament",
  placing: "On the back, occiput in your palms.",
  hands: "Index fingers between occiput and C2, on the arch of C1.",
  direction: "Head and C1 straight up, and hold.",
  stages: [
    observe(
      "lift",
      "Lift and hold",
      "Lift head and C1 straight up; hold 15 to 20 seconds. Keep talking with them.",
      "Any movement, or dizziness, nausea, a lump in the throat, tingling, flickering eyes?",
      [
        option("none", "nothing"),
        option("movement", "movement is felt"),
        option("symptoms", "dizzy, sick, lump, tingling, eyes"),
        option("unsure", "not sure"),
      ],
      person("supine", "upper-cervical-stress"),
      { dose: { holdSeconds: 15 } },
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: "Any of these symptoms ends it at once: refer.",
  cautions: ["Not with a suspected dens fracture. A negative result does not clear a neck."],
  burden: 3,
  equipment: [],
  earned: AFTER_RELOCATION,
  readings: [
    reading("transverse-ligament", "midline", [
      positive({ seen: { lift: ["movement"] } }, "movement was felt: lax"),
      positive({ seen: { lift: ["symptoms"] } }, "dizziness, nausea, lump, tingling or eye movement: refer"),
      equivocal({ seen: { lift: ["unsure"] } }, "not sure: no thrust techniques, review", NO_THRUST),
      negative({ seen: { lift: ["none"] } }, "no movement and no symptoms", NEVER_CLEAR),
    ]),
  ],
  aftermath: ends("transverse-ligament"),
  citations: ["kaale-2008"],
};

const HEAD = feltAnySide("head-occiput", "neck", "face", "jaw", "upper-trapezius-scapula");
const LESS_BY_TEN: Condition = { difference: { id: "rotation", over: 10, way: "less", orEqual: true } };
const UNDER_CUTOFF: Condition = { measure: [{ id: "rotation", atMost: 32 }] };
const SHORT: Condition = { measure: [{ id: "rotation", atMost: 34 }] };
const CLEAR_NOW = ["nothing", "stretch", "other", "not reproduced"] as const;

const flexionRotation: Protocol = {
  id: "flexion-rotation",
  name: "Flexion-rotation",
  otherNames: ["cervical flexion-rotation test"],
  regions: ["neck"],
  position: "supine",
  sided: true,
  tissueGroup: "c1-c2-range",
  placing: "On the back, head beyond the table's end, neck fully bent.",
  hands: "Both hands under the occiput, the bent head supported against your chest.",
  direction: "Turn to this side, neck kept fully bent.",
  stages: [
    provoke(
      "turn",
      "Turn in full flexion",
      "Neck fully bent: turn to this side as far as it goes.",
      person("supine", "neck-flexion", "neck-rotation"),
      {
        measures: ["rotation"],
        goesOn: true,
      },
    ),
  ],
  orders: [],
  schools: [
    school(
      "flexion-rotation-way",
      "Flexion-rotation: what counts",
      "reading",
      [
        "cut-off",
        "32° or less",
        "One number to remember, from the studies; the figure that counts has its own cut-off (30°).",
      ],
      ["difference", "10° or more less than the other side", "Each person is their own measure."],
      ["short", "10° or more short of 44°", "Finds loss on both sides."],
      ["any", "any of them", "Misses least, and counts most."],
    ),
  ],
  measures: [
    {
      id: "rotation",
      label: "Rotation",
      unit: "°",
      range: [0, 70],
      expected: [39, 49],
      mdc: 8.3,
      mdcFrom: { citation: "hall-repeatability-2010", apart: "between days" },
      joint: { part: "turn" },
    },
  ],
  signs: [END_FEEL],
  stopRule: STOP_RULE,
  cautions: ["Not when the neck must not be bent or turned."],
  burden: 2,
  equipment: ["inclinometer or goniometer"],
  readings: [
    reading("c1-c2", "tested side", [
      positive({ school: { "flexion-rotation-way": ["cut-off", "any"] }, ...UNDER_CUTOFF }, "32° or less to this side"),
      positive(
        { school: { "flexion-rotation-way": ["difference", "any"] }, ...LESS_BY_TEN },
        "10° or more less than to the other side",
      ),
      positive(
        { school: { "flexion-rotation-way": ["short", "any"] }, ...SHORT },
        "10° or more short of the expected 44°",
      ),
      positive({ when: "reproduced", felt: HEAD }, "their symptom, in head or upper neck"),
      negative({ when: "reproduced" }, "their symptom, but not in head or upper neck"),
      equivocal(
        { when: CLEAR_NOW, not: { measure: [{ id: "rotation", atLeast: 0 }] } },
        "no symptom; say how far it turns",
      ),
      negative({ when: CLEAR_NOW }, "no symptom of theirs, and the range counts as full under this school"),
    ]),
  ],
  citations: ["hall-2010", "ogince-2007"],
};

const LEVELS = [22, 24, 26, 28, 30] as const;
const levelId = (mmHg: number) => `mmhg-${mmHg}`;
const FAULTS = ["surface", "short"] as const;

/** What is nodded to at each stage of it, in mmHg. */
export const CUFF_LEVELS: Readonly<Record<string, number>> = Object.fromEntries(
  LEVELS.map((mmHg) => [levelId(mmHg), mmHg]),
);

const craniocervical: Protocol = {
  id: "craniocervical-flexion",
  name: "Craniocervical flexion test",
  otherNames: ["deep neck flexors", "nod with a cuff"],
  regions: ["neck"],
  position: "supine",
  sided: false,
  tissueGroup: "neck-endurance",
  placing: "Knees bent, head level, cuff behind the neck at 20 mmHg.",
  hands: "Two fingers lightly on the front of the neck, watching the surface muscles.",
  direction: "They nod only, breathing on: 10 seconds at each level, 10 seconds rest.",
  stages: LEVELS.map((mmHg) =>
    observe(
      levelId(mmHg),
      `${mmHg} mmHg`,
      `Nod to ${mmHg} and hold 10 seconds, breathing on. Rest 10 seconds.`,
      "Held, and only nodded?",
      [
        option("clean", "clean, 10 s"),
        option("surface", "surface muscles, or head pulls back"),
        option("short", "not held 10 s, or not reached"),
      ],
      person("supine", "neck-flexion"),
      { dose: { holdSeconds: 10, restSeconds: 10 }, endsOn: FAULTS },
    ),
  ),
  orders: [],
  schools: [],
  measures: [
    {
      id: "good-holds",
      label: "Good 10 s holds at the highest clean level",
      unit: "times",
      range: [0, 10],
      expected: [10, 10],
    },
  ],
  signs: [],
  stopRule: "The first level that is not clean ends it; stop at any dizziness.",
  cautions: [
    "A nod, not a lift. Levels that are skipped are flagged.",
    "Here every level is held 10 seconds. The published test first holds each level 2-3 seconds, to see how the nod is done, and counts 10 second holds only at a second stage: this one asks more.",
  ],
  burden: 2,
  equipment: ["pressure cuff", "timer"],
  readings: [
    reading("deep-neck-flexors", "midline", [
      positive(
        { seenCount: { of: LEVELS.filter((level) => level <= 26).map(levelId), is: FAULTS, atLeast: 1 } },
        "26 mmHg is not reached clean for 10 seconds: weak",
      ),
      negative({ seen: { [levelId(26)]: ["clean"] } }, "clean at 26 mmHg for 10 seconds"),
      cannotTell({ not: { seen: { [levelId(26)]: ["clean", ...FAULTS] } } }, "26 mmHg was left out"),
    ]),
  ],
  citations: ["jull-2008"],
};

export const UPPER_NECK: readonly Protocol[] = [sharpPurser, alar, transverse, flexionRotation, craniocervical];
