import { SHIPPED_VERSION } from "../vocabulary";
import type { EventOf, EventType, ExamEvent } from "./events";
import type { Area, ExamState, NeuroFinding, Run, StageRecord } from "./state";

type Draft = {
  -readonly [K in keyof ExamState]: ExamState[K] extends readonly (infer T)[]
    ? T[]
    : ExamState[K] extends Readonly<Record<string, infer V>>
      ? Record<string, V>
      : ExamState[K];
};
type Handlers = { [T in EventType]: (draft: Draft, event: EventOf<T>) => void };

const emptyDraft = (id: string): Draft =>
  ({
    id,
    opened: null,
    settings: null,
    settingsReason: "",
    evidenceVersion: SHIPPED_VERSION,
    areas: [],
    familiar: null,
    history: null,
    centralisation: null,
    consent: null,
    guardAnswers: {},
    overrides: {},
    acknowledged: {},
    guardAskedAgain: false,
    guardAnsweredAfter: 0,
    neuroRecordedAfter: 0,
    rest: null,
    runs: [],
    skips: [],
    stops: [],
    sheet: null,
    postponed: [],
    neuro: [],
    techniques: [],
    notes: [],
    starts: [],
    signed: null,
    amendments: [],
    known: new Set<string>(),
    retracted: new Set<string>(),
  }) as unknown as Draft;

const emptyStage = (): StageRecord => ({
  response: null,
  answer: null,
  places: [],
  intensity: null,
  reactions: [],
  qualities: [],
  dose: null,
  skipped: null,
});

/** Puts a changed copy in a run's place, if it is (still) there: what was read of a run stays true of that object. */
function onRun(draft: Draft, id: string, change: (run: Run) => Partial<Run>): void {
  const index = (draft.runs as Run[]).findLastIndex((run) => run.id === id);
  const run = draft.runs[index];
  if (run) (draft.runs as Run[])[index] = { ...run, ...change(run) };
}

/** The same for one stage of it. */
const onStage = (draft: Draft, run: string, stage: string, change: Partial<StageRecord>): void =>
  onRun(draft, run, ({ stages }) => ({
    stages: { ...stages, [stage]: { ...(stages[stage] ?? emptyStage()), ...change } },
  }));

/** The same values without one of them, or with it at a new value. */
function withValue<T>(values: Readonly<Record<string, T>>, id: string, value: T | null): Record<string, T> {
  const { [id]: _left, ...rest } = values;
  return value === null ? rest : { ...rest, [id]: value };
}

/** Puts an item in place of the one with the same key, or at the end. */
function upsert<T>(list: T[], same: (item: T) => boolean, item: T): void {
  const index = list.findIndex(same);
  if (index >= 0) list[index] = item;
  else list.push(item);
}

const HANDLERS: Handlers = {
  "exam-opened": (draft, event) => {
    draft.opened = event;
    draft.settings = event.body.settings;
    draft.evidenceVersion = event.body.evidence ?? SHIPPED_VERSION;
  },
  "evidence-chosen": (draft, { body }) => void (draft.evidenceVersion = body.evidence),
  "settings-changed": (draft, { body }) => {
    draft.settings = body.settings;
    draft.settingsReason = body.reason;
  },
  "area-recorded": (draft, { body }) => upsert(draft.areas as Area[], (area) => area.area === body.area, body),
  "area-removed": (draft, { body }) => {
    draft.areas = (draft.areas as Area[]).filter((area) => area.area !== body.area);
    if (draft.familiar?.area === body.area) draft.familiar = null;
  },
  "familiar-chosen": (draft, { body }) => void (draft.familiar = body),
  "history-recorded": (draft, { body }) => void (draft.history = body),
  "centralisation-recorded": (draft, { body }) => void (draft.centralisation = body.answer),
  "consent-recorded": (draft, { body }) => void (draft.consent = body),
  "guard-answered": (draft, { body }) => {
    draft.guardAnswers[body.question] = body.answer;
    draft.guardAskedAgain = false;
    draft.guardAnsweredAfter = draft.runs.length;
  },
  "block-overridden": (draft, { body, actor, at }) =>
    void (draft.overrides[body.block] = { reason: body.reason, actor, at }),
  "referral-acknowledged": (draft, { body, actor, at }) =>
    void (draft.acknowledged[body.referral] = { action: body.action, actor, at }),
  "rest-rated": (draft, { body }) => void (draft.rest = body),
  "run-started": (draft, { id, at, body }) => {
    draft.runs.push({
      id: body.run,
      test: body.test,
      side: body.side,
      variant: body.variant,
      startedBy: id,
      at,
      rest: draft.rest,
      stages: {},
      measures: {},
      signs: {},
      soreness: null,
      techniquesBefore: draft.techniques.length,
      stopped: null,
    });
    draft.skips = draft.skips.filter((skip) => skip.test !== body.test || skip.side !== body.side);
    draft.postponed = draft.postponed.filter((later) => later.test !== body.test || later.side !== body.side);
  },
  "response-recorded": (draft, { body }) =>
    onStage(draft, body.run, body.stage, { response: body.response, skipped: null }),
  "felt-recorded": (draft, { body }) =>
    onStage(draft, body.run, body.stage, {
      places: body.places,
      intensity: body.intensity,
      reactions: body.reactions,
      qualities: body.qualities ?? [],
    }),
  "answer-recorded": (draft, { body }) => onStage(draft, body.run, body.stage, { answer: body.answer, skipped: null }),
  "measure-recorded": (draft, { body }) =>
    onRun(draft, body.run, ({ measures }) => ({ measures: withValue(measures, body.measure, body.value) })),
  "sign-recorded": (draft, { body }) =>
    onRun(draft, body.run, ({ signs }) => ({ signs: withValue(signs, body.sign, body.option) })),
  "soreness-recorded": (draft, { body }) =>
    onRun(draft, body.run, () => ({ soreness: { intensity: body.intensity, minutes: body.minutes } })),
  "dose-recorded": (draft, { body }) =>
    onStage(draft, body.run, body.stage, {
      dose: { force: body.force, seconds: body.seconds, thrusts: body.thrusts },
    }),
  "stage-skipped": (draft, { body }) => onStage(draft, body.run, body.stage, { skipped: body.reason }),
  "run-stopped": (draft, { id, body }) => {
    draft.stops.push({ ...body, event: id });
    if (body.run !== null) onRun(draft, body.run, () => ({ stopped: { reason: body.reason, note: body.note } }));
    if (body.reason !== "other") draft.guardAskedAgain = true;
  },
  "test-skipped": (draft, { id, body }) =>
    upsert(draft.skips, (skip) => skip.test === body.test && skip.side === body.side, { ...body, event: id }),
  "test-postponed": (draft, { body }) =>
    upsert(draft.postponed, (later) => later.test === body.test && later.side === body.side, body),
  "sheet-set": (draft, { body }) => void (draft.sheet = body),
  "neuro-recorded": (draft, { body }) => {
    draft.neuroRecordedAfter = draft.runs.length;
    for (const finding of body.findings)
      upsert(
        draft.neuro as NeuroFinding[],
        ({ kind, level, side }) => kind === finding.kind && level === finding.level && side === finding.side,
        finding,
      );
  },
  "technique-logged": (draft, { id, at, actor, body }) => void draft.techniques.push({ ...body, event: id, at, actor }),
  "note-written": (draft, { id, at, actor, body }) =>
    void draft.notes.push({ event: id, text: body.text, at, actor, run: body.run ?? null, stage: body.stage ?? null }),
  "start-set": (draft, { body }) =>
    upsert(draft.starts, (start) => start.source === body.source && start.side === body.side, body),
  "event-retracted": () => {},
  "exam-signed": (draft, event) => void (draft.signed ??= event),
};

/** Ids taken back, last first, so that taking back a retraction restores its event. */
function retractedBy(events: readonly ExamEvent[]): Set<string> {
  const dead = new Set<string>();
  for (let index = events.length - 1; index >= 0; index--) {
    const event = events[index]!;
    if (event.type === "event-retracted" && !dead.has(event.id)) dead.add(event.body.event);
  }
  return dead;
}

function apply(draft: Draft, event: ExamEvent): void {
  if (event.amendment) draft.amendments.push({ event, reason: event.amendment });
  if (!draft.retracted.has(event.id)) (HANDLERS[event.type] as (draft: Draft, event: ExamEvent) => void)(draft, event);
}

/**
 * Adds one event to a state in place, for a caller that owns it and appends in
 * order. False when only folding everything anew can tell: a retraction.
 *
 * @example extend(state, ratingAtRest) // true; state.rest is the new rating
 */
export function extend(state: ExamState, event: ExamEvent): boolean {
  if (event.type === "event-retracted") return false;
  const draft = state as Draft;
  (draft.known as Set<string>).add(event.id);
  if (draft.id === "") draft.id = event.exam;
  apply(draft, event);
  return true;
}

const copied = <T>(value: T): T =>
  (Array.isArray(value)
    ? [...(value as unknown[])]
    : value instanceof Set
      ? new Set(value)
      : typeof value === "object" && value !== null
        ? { ...value }
        : value) as T;

/**
 * The state after some more events, as a new one: the runs they do not touch
 * stay the same objects. Null when only folding everything anew can tell.
 *
 * @example extended(fold(events), [])?.runs[0] === fold(events).runs[0] // false: folding makes them anew
 */
export function extended(state: ExamState, events: readonly ExamEvent[]): ExamState | null {
  const next = Object.fromEntries(Object.entries(state).map(([field, value]) => [field, copied(value)])) as ExamState;
  return events.every((event) => extend(next, event)) ? next : null;
}

/**
 * The state an exam's events add up to. A retracted event is as if it never
 * happened; of two answers to one question the later in the list holds. The
 * order is the list's, never the clocks'.
 *
 * @example fold([]).signed // null
 */
export function fold(events: readonly ExamEvent[]): ExamState {
  const draft = emptyDraft(events[0]?.exam ?? "");
  const dead = retractedBy(events);
  draft.retracted = dead;
  draft.known = new Set(events.map((event) => event.id));
  for (const event of events) apply(draft, event);
  return draft as ExamState;
}
