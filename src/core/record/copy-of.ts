import type { Draft } from "./envelope";
import type { KnownIds } from "./known-ids";
import type { ExamState } from "./state";

/** A state that is added to; its ids are shared, they never change. */
export type StateDraft = Omit<Draft<ExamState>, "known" | "retracted"> & {
  known: KnownIds;
  retracted: ReadonlySet<string>;
};

/**
 * A state that can be added to while the other stays as it is: its lists and
 * records are new ones, and the runs that nothing touches stay the same objects.
 * `guardAnswers` is only ever replaced: as long as it is the same object, what
 * was worked out of it stands. Written out field by field, since a copy is made
 * for every tap and a walk over the fields takes seven times as long.
 */
export function copyOf(from: ExamState | StateDraft): StateDraft {
  const state = from as StateDraft;
  return {
    id: state.id,
    opened: state.opened,
    settings: state.settings,
    settingsReason: state.settingsReason,
    evidenceVersion: state.evidenceVersion,
    starts: [...state.starts],
    treated: state.treated,
    readAnew: state.readAnew,
    visit: state.visit,
    askedAnew: { ...state.askedAnew },
    areas: [...state.areas],
    familiar: state.familiar,
    alsoTheirs: [...state.alsoTheirs],
    history: state.history,
    centralisation: state.centralisation,
    rest: state.rest,
    restIn: { ...state.restIn },
    restRatedAfter: state.restRatedAfter,
    consent: state.consent,
    guardAnswers: state.guardAnswers,
    overrides: { ...state.overrides },
    acknowledged: { ...state.acknowledged },
    guardRound: state.guardRound,
    guardAsked: { ...state.guardAsked },
    guardGiven: { ...state.guardGiven },
    guardAskedAsOne: { ...state.guardAskedAsOne },
    shortExam: state.shortExam,
    plan: state.plan,
    runs: [...state.runs],
    skips: [...state.skips],
    stops: [...state.stops],
    sheet: state.sheet,
    postponed: [...state.postponed],
    neuro: [...state.neuro],
    vitals: [...state.vitals],
    neuroRecordedAfter: state.neuroRecordedAfter,
    segments: [...state.segments],
    techniques: [...state.techniques],
    reactions: [...state.reactions],
    activities: [...state.activities],
    ended: state.ended,
    notes: [...state.notes],
    signed: state.signed,
    amendments: [...state.amendments],
    amendmentSignatures: [...state.amendmentSignatures],
    amendmentsClosed: state.amendmentsClosed,
    known: state.known,
    runIds: state.runIds,
    retracted: state.retracted,
    unread: [...state.unread],
  };
}
