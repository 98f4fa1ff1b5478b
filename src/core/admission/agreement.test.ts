import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { whatOf } from "@/fixtures/samples/what-of";
import { worded } from "../base";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { ALL_CLEAR_OPTION, anewForTest, ASKED_ANEW_IDS, type AskedAnewId, protocolOf, PROTOCOLS } from "../knowledge";
import { runSheet } from "../planning";
import { DECLINED, type EventDraft, type ExamEvent, USUAL_VISIT } from "../record";
import { readExam } from "../reading";
import { assessGuard } from "../safety";
import { POSITIONS, RECORD_VERSION, TECHNIQUE_REGIONS, TECHNIQUES } from "../vocabulary";
import { admit } from "./admit";
import { ASKS_ANEW, techniqueAgreementProblem } from "./agreement";
import { askedNow } from "./asked-now";
import { runPosition } from "./entry";

const ready = () => buildExam().complaint("si-area.right").consent().guard().rest(0);

/** What stands against one more event, as of a version. */
function refused(exam: ExamBuilder, draft: EventDraft, v = RECORD_VERSION): string | null {
  const sample = exam.events.at(-1)!;
  const against = admit(exam.state(), { ...sample, id: exam.newId(), v, ...draft } as ExamEvent);
  return against && worded(against.what);
}

const NEEDS: Readonly<Record<AskedAnewId, (exam: ExamBuilder) => EventDraft>> = {
  "pubic bone": (exam) => start(exam, "pubic-shear"),
  "beside the sacrum": (exam) => start(exam, "sacral-sulcus"),
  chest: (exam) => start(exam, "diaphragm-palpation"),
  saddle: () => ({
    type: "neuro-recorded",
    body: { findings: [{ kind: "touch", level: "s3-s5", side: "right", value: 2 }] },
  }),
  "neck thrust": () => ({
    type: "technique-logged",
    body: {
      kind: "manipulation",
      region: "neck",
      level: "",
      side: null,
      grade: null,
      force: null,
      holdSeconds: null,
      repetitions: null,
      note: "",
    },
  }),
};

function start(exam: ExamBuilder, test: (typeof PROTOCOLS)[number]["id"]): EventDraft {
  const { sided } = protocolOf(test);
  return { type: "run-started", body: { run: exam.newId(), test, side: sided ? "right" : null, variant: {} } };
}

describe("what is asked for on its own", () => {
  it("every extra agreement: refused before it was asked, taken after a yes, never after a no", () =>
    forEvery(
      ASKED_ANEW_IDS.filter((what) => what !== "neck thrust"),
      (what) => {
        const exam = ready();
        expect(refused(exam, NEEDS[what](exam))).toMatch(/has not been asked for/);
        exam.add("asked-anew", { what, agreed: true });
        expect(refused(exam, NEEDS[what](exam)) ?? "").not.toMatch(/agree|asked for/);
        exam.add("asked-anew", { what, agreed: false });
        expect(refused(exam, NEEDS[what](exam))).toMatch(/did not agree/);
      },
    ));

  /** A thrust to the neck asks the guard first; this is the rule behind it. */
  it("every technique and region: only a thrust to the neck needs its own agreement", () =>
    forEvery(
      TECHNIQUES.flatMap((kind) => TECHNIQUE_REGIONS.map((region) => [kind, region] as const)),
      (kind, region) => {
        const isThrust = kind === "manipulation" && region === "neck";
        const stands = (agreed?: boolean) => {
          const exam = ready();
          if (agreed !== undefined) exam.add("asked-anew", { what: "neck thrust", agreed });
          return whatOf(techniqueAgreementProblem(exam.state(), { kind, region })) ?? null;
        };
        expect(stands(true)).toBeNull();
        if (isThrust)
          expect([stands(), stands(false)]).toEqual([
            expect.stringMatching(/asked for/),
            expect.stringMatching(/not agree/),
          ]);
        else expect([stands(), stands(false)]).toEqual([null, null]);
      },
    ));

  it("every extra agreement: an examination from before it was asked is taken as it is", () =>
    forEvery(ASKED_ANEW_IDS, (what) => {
      const exam = ready();
      expect(refused(exam, NEEDS[what](exam), ASKS_ANEW - 1) ?? "").not.toMatch(/agree|asked for/);
    }));

  it("every test asks for it exactly where it touches what is private", () =>
    forEvery(
      PROTOCOLS.filter(({ earned }) => !earned),
      ({ id, sided }) => {
        const exam = ready();
        const at = { protocol: protocolOf(id), side: sided ? ("right" as const) : null };
        const { what } = askedNow(exam.state(), runPosition(exam.state(), at, {}), at, new Set());
        expect(what === "agreement").toBe(anewForTest(id) !== null);
      },
    ));

  it("is never asked again for a test that they did not want", () => {
    const exam = ready();
    exam.add("test-skipped", { test: "thigh-thrust", side: "right", reason: DECLINED });
    expect(refused(exam, start(exam, "thigh-thrust"))).toMatch(/did not agree to it/);
    expect(refused(exam, start(exam, "faber"))).toBeNull();
  });
});

describe("what was said of the visit", () => {
  it("every position: its tests leave the list when the patient cannot take it", () =>
    forEvery(POSITIONS, (position) => {
      const exam = ready();
      exam.add("sheet-set", { label: "all", tests: PROTOCOLS.map(({ id }) => id), reason: "" });
      exam.add("visit-noted", { ...USUAL_VISIT, cannotTake: [position], cannotWhy: "breath" });
      const state = exam.state();
      for (const step of runSheet(state, assessGuard(state), readExam(state)).steps) {
        const isThere = step.protocol.position === position;
        if (isThere) expect(["skipped", "blocked"], step.key).toContain(step.status);
        else expect(step.because ?? "", step.key).not.toContain("breath");
      }
    }));

  it("reads no answer of somebody who cannot say reliably what they feel", () => {
    for (const { id, sided } of PROTOCOLS.filter((protocol) => protocol.stages.some(({ kind }) => !kind))) {
      const exam = ready();
      exam.add("visit-noted", { ...USUAL_VISIT, reports: "not reliably" });
      const run = exam.start(id, sided ? "right" : null);
      const stage = protocolOf(id).stages.find(({ kind }) => !kind)!;
      exam.record(run, { stage: stage.id, response: "familiar", felt: ["si-area.right"] });
      const outcomes = readExam(exam.state()).outcomes.filter((outcome) => outcome.run === run);
      expect(outcomes.filter(({ outcome }) => outcome === "positive" || outcome === "negative")).toEqual([]);
    }
  });

  it("takes no private answer through a relative", () => {
    const exam = ready();
    const answer = (question: string, given: string, by: "them" | "relative") =>
      refused(exam, { type: "guard-answered", body: { question, answer: given, by } });
    expect(answer("cauda-equina", ALL_CLEAR_OPTION, "relative")).toMatch(/through a relative/);
    expect(answer("cauda-equina", "not-known", "relative")).toBeNull();
    expect(answer("cauda-equina", ALL_CLEAR_OPTION, "them")).toBeNull();
  });
});
