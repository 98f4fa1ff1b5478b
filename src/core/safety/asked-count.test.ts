import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { planDraft, planExam } from "../planning";
import type { ExamRegion, Place, Quality } from "../vocabulary";
import { questionsBroughtBy, questionsFor } from "./asked";
import { partsToday } from "./pad-asking";

/** How much is asked of a woman and a man of 40 with the proposed plan, no thrust, every answer no. */

type Complaint = {
  readonly name: string;
  readonly region: ExamRegion;
  readonly places: readonly Place[];
  readonly qualities?: readonly Quality[];
  /** A symptom in a limb. */
  readonly isLimb?: true;
};
const COMPLAINTS: readonly Complaint[] = [
  { name: "plain low back", region: "lumbopelvic", places: ["low-back.central"] },
  { name: "low back, one side", region: "lumbopelvic", places: ["low-back.right"] },
  { name: "plain neck", region: "neck-arm", places: ["neck.central"] },
  { name: "neck, one side", region: "neck-arm", places: ["neck.right"] },
  { name: "neck with headache", region: "neck-arm", places: ["neck.central", "head-occiput.right"] },
  { name: "buttock", region: "lumbopelvic", places: ["si-area.right"], isLimb: true },
  { name: "groin", region: "lumbopelvic", places: ["groin.right"], isLimb: true },
  {
    name: "tingling calf",
    region: "lumbopelvic",
    places: ["posterior-calf.right"],
    qualities: ["tingling"],
    isLimb: true,
  },
  { name: "back and calf", region: "lumbopelvic", places: ["low-back.central", "posterior-calf.right"], isLimb: true },
  { name: "front of the thigh", region: "lumbopelvic", places: ["anterior-thigh.left"], isLimb: true },
  {
    name: "forearm and thumb",
    region: "neck-arm",
    places: ["radial-forearm.right", "thumb-index.right"],
    isLimb: true,
  },
  { name: "neck and arm", region: "neck-arm", places: ["neck.right", "radial-forearm.right"], isLimb: true },
];
const MOST = { plain: { questions: 16, sentences: 32 }, limb: { questions: 22, sentences: 44 } } as const;

function planned({ region, places, qualities = ["ache"] }: Complaint, sex: "female" | "male") {
  const exam = buildExam({ region, birthDate: "1986-01-05", sex });
  exam.add("area-recorded", {
    area: "area-1",
    places: [...places],
    qualities: [...qualities],
    now: 4,
    best: 1,
    worst: 7,
  });
  exam.add("familiar-chosen", { area: "area-1", words: "as usual" });
  exam.consent();
  exam.add("plan-set", planDraft(planExam(exam.state()), {}).body);
  return exam;
}

describe("the safety questions of a planned examination", () => {
  it("are at most 16 in 32 sentences for a plain back or neck, 22 in 44 with limb symptoms", () =>
    forEvery(
      COMPLAINTS.flatMap((complaint) =>
        (["female", "male"] as const).map((sex) => [`${complaint.name}, ${sex}`, complaint, sex] as const),
      ),
      (_name, complaint, sex) => {
        const exam = planned(complaint, sex);
        const asked = new Set(questionsFor(exam.state()));
        exam.guard();
        /** Every answer no brings no further question. */
        for (const question of questionsFor(exam.state())) asked.add(question);
        const sentences = [...asked].flatMap((question) => partsToday(question)).length;
        const most = MOST[complaint.isLimb ? "limb" : "plain"];
        expect(new Set([...asked].map(({ id }) => id)).size).toBeLessThanOrEqual(most.questions);
        expect(sentences).toBeLessThanOrEqual(most.sentences);
      },
    ));

  it("what a test costs in questions is what leaving it out saves", () => {
    const state = planned(COMPLAINTS[5]!, "female").state();
    const tests = [...new Set(state.plan!.tests.map(({ test }) => test))];
    const brings = questionsBroughtBy(state, tests);
    expect(brings.get("thigh-thrust")?.map(({ id }) => id)).toEqual(["knee"]);
    expect(brings.get("slump")?.map(({ id }) => id) ?? []).not.toContain("cancer");
  });
});
