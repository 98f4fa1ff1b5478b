import { type ChainHead, chainEvent, genesisOf } from "../record/chain";
import type { EventBody, EventType, ExamEvent } from "../record/events";
import { fold } from "../record/fold";
import { SIGN_STATEMENT } from "../record/sign-statement";
import { DEFAULT_READING_SETTINGS, type ReadingSettings, variantFor } from "../record/settings";
import type { ExamState } from "../record/state";
import { questionsFor } from "../safety/assess";
import { ALL_CLEAR_OPTION } from "../knowledge/safety/questions";
import { protocolOf, stagesOf, type TestId } from "../knowledge/protocols";
import type { Response } from "../vocabulary/examination";
import type { ExamRegion } from "../vocabulary/regions";
import type { ExplicitStep } from "./cases";
import type { Place } from "../vocabulary/sites";
import type { Side } from "../vocabulary/sides";

/** A UUID that is the same for the same number. */
export const idOf = (number: number): string => `00000000-0000-4000-8000-${number.toString(16).padStart(12, "0")}`;

export const PRACTITIONER = { id: idOf(900_001), name: "Ines Calder" };

export type RunPlan = {
  test: TestId;
  side?: Side | null;
  response: Response;
  felt?: Place[];
  intensity?: number | null;
  kgf?: number;
};

export type ExamBuilder = ReturnType<typeof continueExam>;

export type BuildOptions = {
  settings?: Partial<ReadingSettings>;
  birthDate?: string;
  sex?: "female" | "male";
  exam?: string;
  /** Event ids count up from here. */
  idsFrom?: number;
  actor?: { id: string; name: string };
  registration?: string;
  startsAt?: string;
  region?: ExamRegion;
  person?: { id: string; number: string; name: string };
};

/**
 * Builds an exam event by event with fixed ids and times, for tests and for the
 * demo's made-up people.
 */
export function buildExam(options: BuildOptions = {}) {
  return continueExam(options, []);
}

/** Goes on from the events of another exam, without touching it. */
export function continueExam(options: BuildOptions, already: readonly ExamEvent[]) {
  const exam = options.exam ?? idOf(1);
  const actor = options.actor ?? PRACTITIONER;
  let count = (options.idsFrom ?? 1000) + already.length * 2;
  const epoch = Date.parse(options.startsAt ?? "2026-03-02T09:00:00Z");
  const events: ExamEvent[] = [...already];

  const id = () => idOf(++count);
  const add = <T extends EventType>(type: T, body: EventBody<T>, extra: { amendment?: string } = {}): ExamEvent => {
    const event = {
      id: id(),
      exam,
      at: new Date(epoch + events.length * 20_000).toISOString(),
      actor,
      device: "bench-1",
      type,
      body,
      ...extra,
    } as unknown as ExamEvent;
    events.push(event);
    return event;
  };

  if (already.length === 0)
    add("exam-opened", {
      person: {
        id: options.person?.id ?? idOf(2),
        number: options.person?.number ?? "DL-0001",
        name: options.person?.name ?? "R. Quill",
        birthDate: options.birthDate ?? "1984-05-12",
        sex: options.sex ?? "female",
      },
      region: options.region ?? "lumbopelvic",
      settings: { ...DEFAULT_READING_SETTINGS, ...options.settings },
    });

  const builder = {
    options,
    events,
    add,
    newId: id,
    state: (): ExamState => fold(events),
    /** Begins a run as the exam's settings do the test. */
    start(test: TestId, side: Side | null): string {
      const run = id();
      const variant = variantFor(protocolOf(test), builder.state().settings ?? DEFAULT_READING_SETTINGS);
      add("run-started", { run, test, side: protocolOf(test).sided ? side : null, variant });
      return run;
    },
    /** One thing recorded in a run. */
    record(run: string, step: ExplicitStep) {
      if ("measure" in step) add("measure-recorded", { run, measure: step.measure, value: step.value });
      else if ("skip" in step) add("stage-skipped", { run, stage: step.skip, reason: "too sore" });
      else if ("sign" in step) add("sign-recorded", { run, sign: step.sign, option: step.option });
      else if ("answer" in step) add("answer-recorded", { run, stage: step.stage, answer: step.answer });
      else {
        add("response-recorded", { run, stage: step.stage, response: step.response });
        if (step.felt ?? step.intensity ?? step.qualities)
          add("felt-recorded", {
            run,
            stage: step.stage,
            places: [...(step.felt ?? [])],
            intensity: step.intensity ?? null,
            reactions: [],
            qualities: [...(step.qualities ?? [])],
          });
      }
      return builder;
    },
    /** One area of complaint, chosen as the familiar symptom. */
    complaint(...places: Place[]) {
      add("area-recorded", { area: "area-1", places, qualities: ["ache"], now: 4, best: 1, worst: 7 });
      add("familiar-chosen", { area: "area-1", words: "a deep ache when I turn in bed" });
      return builder;
    },
    rest(intensity: number, ...places: Place[]) {
      add("rest-rated", { intensity, places });
      return builder;
    },
    /** Every guard question answered "no", but those named. */
    guard(answers: Record<string, string> = {}) {
      for (const { id } of questionsFor(builder.state()))
        add("guard-answered", { question: id, answer: answers[id] ?? ALL_CLEAR_OPTION });
      return builder;
    },
    consent(others = "") {
      add("consent-recorded", { explained: true, agreed: true, others });
      return builder;
    },
    sign() {
      const head = events.reduce<ChainHead>(
        (end, event) => ({ head: chainEvent(end, event).hash, length: end.length + 1 }),
        { head: genesisOf(exam), length: 0 },
      );
      add("exam-signed", {
        name: actor.name,
        registration: options.registration ?? "",
        statement: SIGN_STATEMENT,
        ...head,
      });
      return builder;
    },
    /** A whole run under the exam's dose school: earlier stages clear, the last with the response. */
    run({ test, side = null, response, felt = [], intensity = null, kgf }: RunPlan) {
      const protocol = protocolOf(test);
      const run = builder.start(test, side);
      const stages = stagesOf(protocol, variantFor(protocol, builder.state().settings ?? DEFAULT_READING_SETTINGS));
      stages.forEach((stage, index) => {
        const last = index === stages.length - 1;
        add("response-recorded", { run, stage: stage.id, response: last ? response : "nothing" });
        if (last && (felt.length || intensity !== null))
          add("felt-recorded", { run, stage: stage.id, places: felt, intensity, reactions: [] });
        if (last && kgf !== undefined)
          add("dose-recorded", {
            run,
            stage: stage.id,
            force: { value: kgf, unit: "kgf" },
            seconds: null,
            thrusts: null,
          });
      });
      return builder;
    },
  };
  return builder;
}
