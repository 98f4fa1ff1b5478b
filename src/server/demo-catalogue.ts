import { findSheet } from "@/core/knowledge/sheets";
import { NEURO_SCALES, ROOT_LEVELS } from "@/core/knowledge/neurology";
import type { NeuroFinding } from "@/core/record/state";
import type { ExamBuilder } from "@/core/samples/build";
import { type CaseStep, recordCase } from "@/core/samples/cases";
import type { TestId } from "@/core/knowledge/protocols";
import type { Place } from "@/core/vocabulary/sites";
import { type Side, SIDES } from "@/core/vocabulary/sides";
import { complain, history, type Story } from "./demo-kit";

const theirs = (stage: string, intensity: number, ...felt: Place[]): CaseStep => ({
  stage,
  response: "familiar",
  felt,
  intensity,
});
const said = (stage: string, answer: string): CaseStep => ({ stage, answer });
const read = (measure: string, value: number): CaseStep => ({ measure, value });
const noted = (sign: string, option: string): CaseStep => ({ sign, option });
const all = (rest: "nothing" | "stretch"): CaseStep => ({ rest });

const onSheet = (exam: ExamBuilder, id: string) => {
  const sheet = findSheet(id)!;
  exam.add("sheet-set", { label: sheet.label, tests: [...sheet.tests], reason: "" });
};
const told = (exam: ExamBuilder, test: TestId, side: Side | null, ...steps: CaseStep[]): string =>
  recordCase(exam, { test, side, steps });

/** A whole baseline of one region, ordinary but for what is named. */
function baseline(exam: ExamBuilder, region: "neck-arm" | "lumbopelvic", odd: readonly NeuroFinding[]): void {
  const findings = ROOT_LEVELS.filter((level) => level.region === region).flatMap((level) =>
    SIDES.flatMap((side) =>
      (["power", ...(level.reflex ? (["reflex"] as const) : []), "touch", "pin"] as const).map(
        (kind): NeuroFinding =>
          odd.find((one) => one.kind === kind && one.level === level.id && one.side === side) ?? {
            kind,
            level: level.id,
            side,
            value: NEURO_SCALES[kind].normal,
          },
      ),
    ),
  );
  exam.add("neuro-recorded", { findings });
}

const legRoot: Story = {
  name: "Odile Farrow",
  birthDate: "1981-09-30",
  sex: "female",
  notes: "Night baker. Second visit.",
  daysAgo: 1,
  earlier: {
    daysAgo: 15,
    tell: (exam) => {
      complain(exam, {
        places: ["lateral-foot.right", "posterior-calf.right", "low-back.right"],
        words: "a hot wire from the buttock into the little toe",
        qualities: ["shooting", "tingling"],
        scores: [4, 2, 8],
        history: history({
          onset: "sudden",
          onsetNote: "lifting a flour sack",
          weeks: 5,
          settlesMinutes: 50,
          eases: "lying on the side",
        }),
      });
      exam.consent().guard();
      baseline(exam, "lumbopelvic", [
        { kind: "reflex", level: "s1", side: "right", value: 1 },
        { kind: "power", level: "s1", side: "right", value: 4 },
        { kind: "touch", level: "s1", side: "right", value: 1 },
      ]);
      exam.sign();
    },
  },
  tell: (exam) => {
    onSheet(exam, "low-back-leg");
    complain(exam, {
      places: ["lateral-foot.right", "posterior-calf.right", "low-back.right"],
      words: "a hot wire from the buttock into the little toe",
      qualities: ["shooting", "tingling"],
      scores: [3, 1, 7],
      history: history({
        onset: "sudden",
        onsetNote: "lifting a flour sack",
        weeks: 7,
        settlesMinutes: 40,
        eases: "lying on the side",
      }),
    });
    exam.consent().guard();
    baseline(exam, "lumbopelvic", [
      { kind: "reflex", level: "s1", side: "right", value: 1, before: 1 },
      { kind: "power", level: "s1", side: "right", value: 4.5, before: 4 },
      { kind: "touch", level: "s1", side: "right", value: 1, before: 1 },
    ]);
    exam.rest(2, "low-back.right");
    told(exam, "slump", "left", all("stretch"), read("end", 6));
    told(
      exam,
      "slump",
      "right",
      theirs("knee", 6, "posterior-calf.right", "lateral-foot.right"),
      read("end", 24),
      read("onset", 38),
      said("head", "less"),
      said("reverse", "returned"),
    );
    told(exam, "straight-leg-raise", "left", theirs("raise", 5, "posterior-calf.right"), read("onset", 62));
    told(
      exam,
      "straight-leg-raise",
      "right",
      theirs("raise", 7, "posterior-calf.right", "lateral-foot.right"),
      read("onset", 38),
    );
    told(
      exam,
      "dorsiflexion-sign",
      "right",
      said("plantarflex", "less"),
      said("lower", "eased"),
      theirs("dorsiflex", 6, "posterior-calf.right"),
    );
    exam.sign();
  },
};

const armRoot: Story = {
  name: "Henrik Vale",
  birthDate: "1976-01-19",
  sex: "male",
  notes: "Ferry mechanic. Holds the arm on his head at night.",
  region: "neck-arm",
  daysAgo: 4,
  tell: (exam) => {
    complain(exam, {
      places: ["radial-forearm.right", "thumb-index.right", "neck.right"],
      words: "a toothache down to the thumb",
      qualities: ["burning", "tingling"],
      scores: [5, 2, 9],
      history: history({ weeks: 6, provokedBy: "little", settlesMinutes: 120, eases: "hand on the head" }),
    });
    exam.consent().guard();
    baseline(exam, "neck-arm", [
      { kind: "power", level: "c6", side: "right", value: 4 },
      { kind: "reflex", level: "c6", side: "right", value: 1 },
      { kind: "touch", level: "c6", side: "right", value: 1 },
    ]);
    exam.rest(4, "radial-forearm.right");
    told(exam, "neck-rotation", "left", read("rotation", 72));
    told(exam, "neck-rotation", "right", read("rotation", 44));
    told(exam, "shoulder-abduction-relief", "right", said("hand", "less"), noted("at-night", "yes"));
    told(exam, "foraminal-compression", "right", theirs("extension", 8, "radial-forearm.right", "thumb-index.right"));
    told(exam, "neck-distraction", null, said("lift", "less"));
    exam.sign();
  },
};

const headache: Story = {
  name: "Petra Loomis",
  birthDate: "1990-06-11",
  sex: "female",
  notes: "Draws charts for the harbour office.",
  region: "neck-arm",
  daysAgo: 9,
  tell: (exam) => {
    onSheet(exam, "upper-neck");
    complain(exam, {
      places: ["head-occiput.right", "neck.right"],
      words: "a band from the neck over the right ear",
      qualities: ["ache"],
      scores: [2, 0, 6],
      history: history({ weeks: 60, settlesMinutes: 45, eases: "lying down" }),
    });
    exam.consent().guard();
    exam.rest(2, "neck.right");
    told(exam, "sharp-purser", null, said("ease-back", "none"));
    for (const side of SIDES)
      told(
        exam,
        "alar",
        side,
        ...["neutral", "flexion", "extension", "turning"].map((stage) => said(stage, "at-once")),
      );
    told(exam, "flexion-rotation", "left", all("stretch"), read("rotation", 43), noted("end-feel", "firm"));
    told(
      exam,
      "flexion-rotation",
      "right",
      theirs("turn", 5, "head-occiput.right"),
      read("rotation", 26),
      noted("end-feel", "hard"),
    );
    told(
      exam,
      "craniocervical-flexion",
      null,
      said("mmhg-22", "clean"),
      said("mmhg-24", "surface"),
      read("good-holds", 6),
    );
    exam.sign();
  },
};

const instability: Story = {
  name: "Anselm Dray",
  birthDate: "1994-12-05",
  sex: "male",
  notes: "Rows the pilot boat. Catches in the back on straightening.",
  daysAgo: 12,
  tell: (exam) => {
    onSheet(exam, "low-back-leg");
    complain(exam, {
      places: ["low-back.central"],
      words: "it catches, then lets go",
      qualities: ["sharp", "ache"],
      scores: [1, 0, 7],
      history: history({ weeks: 90, provokedBy: "moderate", settlesMinutes: 20, eases: "curling up" }),
      centralises: "no",
    });
    exam.consent().guard().rest(1, "low-back.central");
    told(
      exam,
      "lumbar-range",
      null,
      ...["flexion", "extension", "bend-right", "bend-left"].flatMap((way) => [
        read(`${way}-t12`, way === "flexion" ? 78 : 32),
        read(`${way}-s1`, way === "flexion" ? 21 : 9),
      ]),
      noted("aberrant", "catch"),
    );
    told(
      exam,
      "side-lying-shear",
      null,
      said("at-45", "theirs"),
      said("at-90", "eased"),
      said("full", "eased"),
      said("tightened", "eased"),
      noted("level", "l4"),
    );
    told(exam, "passive-lumbar-extension", null, theirs("lift", 6, "low-back.central"), said("lower", "gone"));
    told(exam, "prone-instability", null, said("rest", "theirs"), said("lifted", "gone"), noted("level", "l4"));
    exam.sign();
  },
};

const disc: Story = {
  name: "Bettina Crowe",
  birthDate: "1986-03-22",
  sex: "female",
  notes: "Sorts letters. Sits all day.",
  daysAgo: 3,
  tell: (exam) => {
    onSheet(exam, "repeated-movements");
    complain(exam, {
      places: ["low-back.left", "central-buttock.left"],
      words: "a deep ache that creeps into the seat when I sit",
      qualities: ["ache"],
      scores: [4, 1, 6],
      history: history({ weeks: 20, settlesMinutes: 30, eases: "walking" }),
      centralises: "yes",
    });
    exam.consent().guard().rest(4, "low-back.left", "central-buttock.left");
    told(
      exam,
      "repeated-movements",
      null,
      said("flexion", "none"),
      said("extension", "centralises"),
      said("side-glide-right", "none"),
      said("side-glide-left", "none"),
      read("repetitions", 40),
    );
    exam.sign();
  },
};

const hamstring: Story = {
  name: "Jory Penhallow",
  birthDate: "2001-08-14",
  sex: "male",
  notes: "Runs the quay steps.",
  daysAgo: 8,
  tell: (exam) => {
    onSheet(exam, "neural-baseline");
    complain(exam, {
      places: ["posterior-thigh.left"],
      words: "a tight rope behind the thigh",
      qualities: ["ache"],
      scores: [0, 0, 4],
      history: history({ weeks: 10, provokedBy: "much", settlesMinutes: 5, eases: "rest" }),
    });
    exam.consent().guard().rest(0);
    told(exam, "slump", "right", all("stretch"), read("end", 12));
    told(exam, "slump", "left", theirs("knee", 4, "posterior-thigh.left"), read("end", 26), said("head", "unchanged"));
    told(exam, "straight-leg-raise", "right", all("stretch"), read("end", 82));
    told(exam, "straight-leg-raise", "left", all("stretch"), read("end", 64));
    exam.sign();
  },
};

const halfDone: Story = {
  name: "Wilma Stroud",
  birthDate: "1969-11-27",
  sex: "female",
  notes: "Keeps the lock gate.",
  daysAgo: 0,
  tell: (exam) => {
    onSheet(exam, "low-back-leg");
    complain(exam, {
      places: ["lateral-calf.left", "low-back.left"],
      words: "pins and needles down the outside of the shin",
      qualities: ["tingling"],
      scores: [2, 0, 5],
      history: history({ weeks: 16, settlesMinutes: 25, eases: "standing" }),
    });
    exam.consent().guard().rest(1, "low-back.left");
    told(exam, "seated-straight-leg-raise", "right", all("nothing"), read("angle", 88));
    told(exam, "seated-straight-leg-raise", "left", all("stretch"), read("angle", 84));
    told(exam, "slump", "right", all("stretch"), read("end", 8));
    told(exam, "slump", "left", theirs("dorsiflex", 5, "lateral-calf.left"), read("end", 18));
    told(exam, "straight-leg-raise", "right", all("stretch"), read("end", 80));
    told(exam, "straight-leg-raise", "left", theirs("raise", 5, "lateral-calf.left"), read("onset", 44));
  },
};

const refer: Story = {
  name: "Silas Thornbury",
  birthDate: "1958-05-02",
  sex: "male",
  notes: "Retired diver. Hands have grown clumsy.",
  region: "neck-arm",
  daysAgo: 0,
  tell: (exam) => {
    onSheet(exam, "upper-neck");
    complain(exam, {
      places: ["neck.central", "ring-little-finger.right", "ring-little-finger.left"],
      words: "numb hands, and a buzz down the back when I look down",
      qualities: ["numb", "tingling"],
      scores: [2, 1, 4],
      history: history({ weeks: 24, provokedBy: "little", settlesMinutes: 10 }),
    });
    exam.consent("his daughter").guard();
    exam.rest(2, "neck.central");
    told(exam, "lhermitte", null, said("flex", "shock"));
  },
};

/** People whose answer lies beyond the sacroiliac joint: nerve, joint, ligament, disc, muscle, and refer. */
export const CATALOGUE_STORIES: readonly Story[] = [
  legRoot,
  armRoot,
  headache,
  instability,
  disc,
  hamstring,
  halfDone,
  refer,
];
