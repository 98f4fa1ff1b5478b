import {
  block,
  caution,
  CRANIAL_ITEMS,
  finalBlock,
  FOLLOWS_THE_PLAN,
  type GuardEffect,
  LUMBAR_LOADS,
  NECK_LOADS,
  NEURO_SCALES,
  PRESSURE_AGAIN_AFTER,
  PRESSURE_LIMITS,
  referral,
  SEVERE_WEAKNESS,
  SHORT_EXAM_ITEMS,
  type ShortExamItem,
  THRUSTS,
  WHOLE_NECK,
} from "../knowledge";
import { ADULT_AGE } from "../measurement";
import { ageAtExam, type ExamState, irritability, type NeuroFinding, versionOfEvent, type Vitals } from "../record";
import { cordSigns, hasWeakLegs, isNew, upperMotorLabel } from "./findings";

/** An effect with an id of its own. */
export type Effect = readonly [id: string, effect: GuardEffect];

const at = ({ level, side }: NeuroFinding): string => `${level.toUpperCase()} ${side ?? ""}`.trim();
const list = (findings: readonly NeuroFinding[], say: (finding: NeuroFinding) => string): string =>
  findings.map(say).join(", ");
const fall = ({ value, before }: NeuroFinding): number => (before === undefined ? 0 : before - value);

function ofPower({ neuro, signed }: ExamState): Effect[] {
  const power = neuro.filter(({ kind }) => kind === "power");
  const severe = power.filter((finding) => finding.value <= SEVERE_WEAKNESS && isNew(finding));
  const worse = power.filter((finding) => fall(finding) >= 1);
  const less = power.filter((finding) => fall(finding) > 0 && fall(finding) < 1);
  const effects: Effect[] = [];
  if (severe.length) {
    const where = list(severe, (finding) => `${at(finding)} ${finding.value} of 5`);
    effects.push(
      ["baseline.power.1", block("all", `Severe weakness (${where}): no provocation.`)],
      [
        "baseline.power.2",
        referral(
          "urgent",
          "doctor today",
          `Severe weakness (${where}).`,
          `Severe weakness: ${where}. Please assess today for compression of root or cord.`,
        ),
      ],
    );
  }
  if (worse.length) {
    const where = list(worse, (finding) => `${at(finding)} ${finding.before} to ${finding.value}`);
    effects.push(
      ["baseline.worse.1", block("all", `Weaker than last time (${where}): no provocation.`)],
      [
        "baseline.worse.2",
        referral(
          "urgent",
          "doctor today",
          `Weaker than last time (${where}).`,
          `Loss of power since the last visit: ${where}. Please assess today for compression of root or cord.`,
        ),
      ],
    );
  }
  if (less.length)
    effects.push([
      "baseline.less.1",
      caution(
        "all",
        `Possible loss of power since last visit (${list(less, at)}): retest with distraction, and repeat the cord and cauda equina questions.`,
      ),
    ]);
  if (hasWeakLegs({ neuro })) {
    effects.push(["baseline.legs.1", block("all", "Weakness in both legs: possible cauda equina syndrome.")]);
    /** Since then it is asked first whether pain is what limits them. */
    if (signed && versionOfEvent(signed) < FOLLOWS_THE_PLAN)
      effects.push([
        "baseline.legs.2",
        referral(
          "emergency",
          "emergency department",
          "Weakness in both legs: possible cauda equina syndrome.",
          "Weakness in both legs. Please assess now for cauda equina syndrome, with emergency MRI.",
        ),
      ]);
  }
  return effects;
}

/** Changed feeling in the saddle is a sign of the cauda equina, whatever was answered. */
function ofSaddle({ neuro }: ExamState): Effect[] {
  const found = neuro.filter(
    (finding) =>
      (finding.kind === "touch" || finding.kind === "pin") &&
      finding.level === "s3-s5" &&
      finding.value !== NEURO_SCALES[finding.kind].normal &&
      isNew(finding),
  );
  if (found.length === 0) return [];
  const what = "Altered saddle sensation: possible cauda equina syndrome.";
  return [
    ["baseline.saddle.1", block("all", what)],
    [
      "baseline.saddle.2",
      referral(
        "emergency",
        "emergency department",
        what,
        "Altered saddle sensation on examination. Please assess now for cauda equina syndrome, with emergency MRI.",
      ),
    ],
  ];
}

function ofReflexes(state: ExamState): Effect[] {
  const reflexes = state.neuro.filter(({ kind }) => kind === "reflex");
  const weaker = reflexes.filter((finding) => fall(finding) > 0 && finding.value > 0);
  const gone = reflexes.filter((finding) => fall(finding) > 0 && finding.value === 0);
  const deficit = state.neuro.some(
    (finding) => (finding.kind === "power" || finding.kind === "touch" || finding.kind === "pin") && fall(finding) > 0,
  );
  const effects: Effect[] = [];
  if (weaker.length)
    effects.push([
      "baseline.reflex.1",
      caution("all", `A reflex weaker than last time, not sure (${list(weaker, at)}): repeat it.`),
    ]);
  if (gone.length && deficit)
    effects.push(
      [
        "baseline.reflex.2",
        block("all", `Reflex gone together with a new deficit (${list(gone, at)}): no provocation.`),
      ],
      [
        "baseline.reflex.3",
        referral(
          "urgent",
          "doctor today",
          `Reflex gone together with a new deficit (${list(gone, at)}).`,
          `Newly absent reflex with a new deficit: ${list(gone, at)}. Please assess today for compression of root or cord.`,
        ),
      ],
    );
  return effects;
}

const NECK_ENDS = ["neck-rotation", "neck-extension", "neck-traction", "neck-thrust"] as const;

function ofCordAndHead({ neuro }: ExamState): Effect[] {
  const cord = cordSigns({ neuro });
  const head = neuro.filter((finding) => finding.kind === "cranial" && finding.value > 0 && isNew(finding));
  const old = neuro.filter((finding) => finding.known !== undefined && !isNew(finding));
  const effects: Effect[] = [];
  if (cord.length) {
    const names = list(cord, ({ kind, level }) =>
      kind === "reflex" ? `${level.toUpperCase()} reflex with clonus` : upperMotorLabel(level),
    );
    effects.push(
      [
        "baseline.cord.1",
        block([...WHOLE_NECK, ...LUMBAR_LOADS], `${names}: possible spinal cord, no neck or lumbar loading.`),
      ],
      [
        "baseline.cord.2",
        referral(
          "urgent",
          "doctor today",
          `${names}: possible spinal cord involvement.`,
          `${names} on examination. Please assess urgently for cord compression, with MRI.`,
        ),
      ],
    );
  }
  if (head.length) {
    const names = list(head, ({ level }) => CRANIAL_ITEMS.find(({ id }) => id === level)?.label ?? level);
    effects.push(
      [
        "baseline.cranial.1",
        block(NECK_ENDS, `Not normal: ${names}. Medical review before the neck is turned, extended or pulled on.`),
      ],
      [
        "baseline.cranial.2",
        referral(
          "urgent",
          "doctor today",
          `Cranial nerves not normal (${names}).`,
          `Abnormal cranial nerve examination: ${names}. Please assess today.`,
        ),
      ],
    );
  }
  if (old.length)
    effects.push([
      "baseline.known.1",
      caution("all", `Known and unchanged: ${list(old, (finding) => `${at(finding)}, ${finding.known}`)}.`),
    ]);
  return effects;
}

const isAbove = (
  { systolic, diastolic }: Vitals,
  limit: { readonly systolic: number; readonly diastolic: number },
): boolean => systolic >= limit.systolic || diastolic >= limit.diastolic;
const MINUTE = 60_000;

function ofPressure({ vitals, guardAnswers }: ExamState): Effect[] {
  const last = vitals.at(-1);
  if (!last) return [];
  const said = `${last.systolic}/${last.diastolic} mmHg`;
  const { stop, tell } = PRESSURE_LIMITS;
  if (!isAbove(last, stop))
    return isAbove(last, tell)
      ? [["vitals.tell.1", caution("all", `Blood pressure ${said}: with care, and tell the doctor.`)]]
      : [];
  const twice = vitals.some(
    (earlier) =>
      isAbove(earlier, stop) && Date.parse(last.at) - Date.parse(earlier.at) >= PRESSURE_AGAIN_AFTER * MINUTE,
  );
  const withSigns = ["artery", "brainstem", "dizziness", "chest", "heart-and-chest"].some(
    (id) => !["no", undefined].includes(guardAnswers[id]),
  );
  return [
    [
      "vitals.stop.1",
      block(
        [...NECK_ENDS, "breath-held"],
        `Blood pressure ${said}: no neck thrust, pull or end-range turning, no bearing down${twice ? "" : ` until it was taken again after ${PRESSURE_AGAIN_AFTER} minutes`}.`,
      ),
    ],
    ...(withSigns
      ? [
          [
            "vitals.stop.2",
            referral(
              "emergency",
              "ambulance",
              `Blood pressure ${said} with signs from head, chest or limbs.`,
              `Blood pressure ${said} with symptoms from head, chest or limbs. Please assess now.`,
            ),
          ] as const,
        ]
      : twice
        ? [
            [
              "vitals.stop.3",
              referral(
                "urgent",
                "doctor today",
                `Blood pressure ${said}, taken twice.`,
                `Blood pressure ${said}, taken twice, ${PRESSURE_AGAIN_AFTER} minutes apart. Please assess today.`,
              ),
            ] as const,
          ]
        : []),
  ];
}

/** Under this age nothing is provoked, and under that age a painful back is referred. */
const TOO_YOUNG = 6;
const CHILD = 10;

function ofAge(state: ExamState): Effect[] {
  const age = ageAtExam(state);
  if (age === null || age >= ADULT_AGE) return [];
  const back = state.opened?.body.region === "lumbopelvic";
  return [
    [
      "under-age",
      caution(
        "all",
        "Under 18: all figures come from adults, so the reading is in words only. By hand and light, no target of force, no 30 s hold; who agrees and who is present is noted.",
      ),
    ],
    ["under-age.thrust", block(THRUSTS, "Under 18: no thrusts.")],
    ...(age < TOO_YOUNG ? [["under-age.all", block("all", "Under 6: no provocation.")] as const] : []),
    ...(age < CHILD && back
      ? [
          [
            "under-age.back",
            referral(
              "urgent",
              "doctor today",
              "Back pain under 10: refer before testing.",
              "Back pain in a child under 10. Please assess today; no provocation tests were done.",
            ),
          ] as const,
        ]
      : []),
  ];
}

function ofComplaint(state: ExamState): Effect[] {
  const irritable = irritability(state);
  return irritable.level === "high"
    ? [
        [
          "irritable",
          caution(
            "all",
            `Highly irritable (${irritable.reason}): light force, and stop at the first familiar symptom.`,
          ),
        ],
      ]
    : [];
}

const NO_ANSWER = "Do not count spasms as a positive response.";

/** An injured cord: high up, the blood pressure can run away when something below it hurts. */
function ofCord({ visit }: ExamState): Effect[] {
  if (!visit?.cord) return [];
  const text =
    visit.cord === "T6 or above"
      ? `Spinal cord injured at T6 or above: at flushing, sweating or a pounding headache stop at once, this may be autonomic dysreflexia: emergency. ${NO_ANSWER}`
      : `Spinal cord injured below T6. ${NO_ANSWER}`;
  return [["cord-injury", caution("all", text)]];
}

/** The short examination of the neck: what was not normal. */
function ofShortExam({ shortExam }: ExamState): Effect[] {
  const odd = (Object.keys(SHORT_EXAM_ITEMS) as ShortExamItem[])
    .filter((item) => shortExam?.items[item] === "not normal")
    .map((item) => SHORT_EXAM_ITEMS[item])
    .join(", ");
  return odd
    ? [
        [
          "short-exam.1",
          finalBlock([...NECK_LOADS, "relocation"], `Short examination not normal (${odd}): no neck loading.`),
        ],
        [
          "short-exam.2",
          referral(
            "urgent",
            "doctor today",
            `Short examination of the neck not normal: ${odd}.`,
            `Not normal on examination: ${odd}, with neck symptoms. Please assess today for a vascular or central cause.`,
          ),
        ],
      ]
    : [];
}

/** What follows from complaint, body and age, whatever was answered. */
export const fromPerson = (state: ExamState): Effect[] => [...ofComplaint(state), ...ofCord(state), ...ofAge(state)];

/** What the neurological baseline and the blood pressure ask of the guard. */
export const fromBaseline = (state: ExamState): Effect[] => [
  ...ofPower(state),
  ...ofReflexes(state),
  ...ofSaddle(state),
  ...ofCordAndHead(state),
  ...ofPressure(state),
  ...ofShortExam(state),
];
