import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { STIFF_LEVEL } from "@/fixtures/samples/every-kind";
import { RECORD_VERSION, SEGMENT_IDS, SEGMENT_PAIN, SEGMENT_PLAY, END_FEELS } from "../vocabulary";
import { PROTOCOLS } from "../knowledge";
import { ladderOf, type EventBody, type EventDraft, type ExamEvent } from "../record";
import { noteText, writeNote } from "../exchange";
import { figureOf, contextOf, readExam } from "../reading";
import { questionsFor } from "../safety";
import { admit } from "./admit";
import { permissionProblem } from "./permission";

/** What hands find level by level, and a position asked about before the press in it. */

const level = (parts: Partial<EventBody<"segment-examined">> = {}): EventBody<"segment-examined"> => ({
  ...STIFF_LEVEL,
  ...parts,
});
const asEvent = (exam: ExamBuilder, draft: EventDraft): ExamEvent =>
  ({ ...exam.events.at(-1)!, id: exam.newId(), v: RECORD_VERSION, ...draft }) as unknown as ExamEvent;
const refused = (exam: ExamBuilder, draft: EventDraft) => {
  const event = asEvent(exam, draft);
  return admit(exam.state(), event) ?? permissionProblem(exam.state(), event);
};
/** With whatever pressing on the spine asks answered as well. */
const asked = (exam: ExamBuilder): ExamBuilder => {
  for (const { id, options } of questionsFor(exam.state(), [
    { test: "segmental-pressure", variant: { segments: "both" } },
  ]))
    if (exam.state().guardAnswers[id] === undefined)
      exam.add("guard-answered", { question: id, answer: options[0]!.id });
  return exam;
};
const ready = () => asked(buildExam().complaint("low-back.right").consent().guard().rest(1));
const noted = (exam: ExamBuilder) => {
  const state = exam.state();
  return noteText(writeNote(state, readExam(state), { head: "ab".repeat(32), length: 1 }, {}));
};

describe("a level that hands examined", () => {
  it("is kept by level, side and treatment, the later of two standing", () => {
    const exam = ready();
    exam.add("segment-examined", level());
    exam.add("segment-examined", level({ play: "normal", pain: "none", places: [], intensity: null, endFeel: null }));
    exam.add("segment-examined", level({ side: "left" }));
    exam.add("segment-examined", level({ side: null }));
    exam.technique();
    exam.add("segment-examined", level({ intensity: 2 }));
    const { segments } = exam.state();
    expect(segments.map(({ side, pain, techniquesBefore }) => [side, pain, techniquesBefore])).toEqual([
      ["right", "none", 0],
      ["left", "familiar", 0],
      [null, "familiar", 0],
      ["right", "familiar", 1],
    ]);
    const note = noted(exam);
    expect(note).toContain("L4-L5 left: stiff, familiar pain, right low back above L5, 5 of 10, early firm end feel.");
    expect(note).toContain("Normal and without pain: L4-L5 right.");
    expect(note).toContain("2 of 10, early firm end feel (after treatment).");
  });

  it("every level, side, play, pain and end feel is admitted, and found again in the note", () =>
    forEvery(
      SEGMENT_IDS.map((segment) => [segment, segment] as const),
      (_name, segment) => {
        const exam = asked(
          buildExam({ region: "neck-arm" }).complaint("neck.right", "low-back.right").consent().guard().rest(1),
        );
        for (const side of ["right", "left", null] as const)
          for (const play of [...(Object.keys(SEGMENT_PLAY) as (keyof typeof SEGMENT_PLAY)[]), null])
            for (const pain of [...(Object.keys(SEGMENT_PAIN) as (keyof typeof SEGMENT_PAIN)[]), null])
              for (const endFeel of [...(Object.keys(END_FEELS) as (keyof typeof END_FEELS)[]), null]) {
                const body = level({ segment, side, play, pain, endFeel, places: [], intensity: null });
                const problem = admit(exam.state(), asEvent(exam, { type: "segment-examined", body }));
                expect(problem === null).toBe(play !== null || pain !== null || endFeel !== null);
              }
        exam.add("segment-examined", level({ segment }));
        expect(noted(exam)).toContain(`${segment.toUpperCase()} right: stiff, familiar pain`);
      },
    ));

  it("with nothing found, or pain that is none, is refused with what to do", () => {
    const exam = ready();
    expect(
      refused(exam, { type: "segment-examined", body: level({ play: null, pain: null, endFeel: null }) }),
    ).toMatchObject({
      todo: expect.stringContaining("one of the three"),
    });
    expect(refused(exam, { type: "segment-examined", body: level({ pain: "none" }) })).toMatchObject({
      where: "body › pain",
    });
    expect(refused(exam, { type: "segment-examined", body: level() })).toBeNull();
  });

  it("waits for agreement and safety as every test does, and is barred where the neck is", () => {
    const unready = buildExam().complaint("neck.right");
    expect(refused(unready, { type: "segment-examined", body: level({ segment: "c1-c2" }) })).not.toBeNull();
    const barred = buildExam({ region: "neck-arm" })
      .complaint("neck.right")
      .consent()
      .guard({ "dens-fracture": "yes" })
      .rest(1);
    expect(refused(barred, { type: "segment-examined", body: level({ segment: "c1-c2" }) })).toMatchObject({
      where: "body › segment",
    });
  });
});

describe("a position that is pressed in", () => {
  const compression = (): { exam: ExamBuilder; run: string } => {
    const exam = buildExam({
      region: "neck-arm",
      settings: { schools: { "compression-way": "variant-a" }, rules: { "cervical-root": "none" } },
    })
      .complaint("radial-forearm.right")
      .consent()
      .guard()
      .rest(0);
    return { exam, run: exam.start("foraminal-compression", "right") };
  };

  it("is asked about first, and the press afterwards has the figure of its study", () => {
    const { exam, run } = compression();
    exam.add("position-answered", { run, stage: "towards", response: "nothing", places: [], intensity: null });
    expect(ladderOf(exam.state().runs[0]!).here?.id).toBe("towards");
    exam.add("response-recorded", { run, stage: "towards", response: "familiar" });
    exam.add("felt-recorded", { run, stage: "towards", places: ["radial-forearm.right"], intensity: 5, reactions: [] });
    const context = contextOf(exam.state());
    const root = context.outcomes.find(({ source }) => source === "cervical-root")!;
    expect(root.outcome).toBe("positive");
    expect(figureOf(root, context).record?.id).toBe("foraminal-compression-variant-a.wainner-2003");
    expect(noted(exam)).toContain("position alone: nothing");
  });

  it("that brings the symptom on by itself ends the test without a press, and earns no figure", () => {
    const { exam, run } = compression();
    exam.add("position-answered", {
      run,
      stage: "towards",
      response: "familiar",
      places: ["radial-forearm.right"],
      intensity: 5,
    });
    expect(ladderOf(exam.state().runs[0]!).here).toBeNull();
    const context = contextOf(exam.state());
    const root = context.outcomes.find(({ source }) => source === "cervical-root")!;
    expect(root.outcome).toBe("positive");
    expect(figureOf(root, context)).toMatchObject({ record: null, why: expect.stringContaining("before the press") });
    expect(noted(exam)).toContain("not pressed");
  });

  it("every stage of every test: only those that are pressed in take it, and only before the press", () => {
    const offenders: string[] = [];
    let pressed = 0;
    for (const protocol of PROTOCOLS) {
      const exam = ready();
      const run = exam.start(protocol.id, protocol.sided ? "right" : null);
      const { here } = ladderOf(exam.state().runs[0]!);
      if (!here) continue;
      const draft = {
        type: "position-answered" as const,
        body: { run, stage: here.id, response: "nothing" as const, places: [], intensity: null },
      };
      const problem = admit(exam.state(), asEvent(exam, draft));
      if (here.pressed) pressed++;
      if ((problem === null) !== Boolean(here.pressed)) offenders.push(`${protocol.id} ${here.id}`);
    }
    expect(offenders).toEqual([]);
    expect(pressed).toBeGreaterThan(0);
    const { exam, run } = compression();
    exam.add("response-recorded", { run, stage: "towards", response: "nothing" });
    expect(
      refused(exam, {
        type: "position-answered",
        body: { run, stage: "towards", response: "nothing", places: [], intensity: null },
      }),
    ).toMatchObject({ where: "body › stage" });
  });
});
