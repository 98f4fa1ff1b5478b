import { check, named, refuse, phrase } from "../base";
import { RECORD_VERSION } from "../vocabulary";
import { type AnyKind, anyKinds, envelopeOf, type StreamEnvelope, type StreamKind } from "./envelope";
import { clinic, type ClinicState, emptyClinic } from "./events/clinic";
import { emptyEpisode, episode, type EpisodeState } from "./events/episode";
import { nobody, person, type PersonState } from "./events/person";
import { type Later, parseEvent } from "./parse-event";

/** The streams beside the exams: what is said of a person, and what holds for the clinic. */

/** An event of any stream. */
export type StreamEvent = StreamEnvelope & { readonly type: string; readonly body: object };

type Kinds = Readonly<Record<string, AnyKind>>;

/** The kinds of event of each stream but the exams'. */
const KINDS: Readonly<Record<Exclude<StreamKind, "exam">, Kinds>> = {
  person: anyKinds(person),
  clinic: anyKinds(clinic),
  episode: anyKinds(episode),
};

type PersonKind = keyof typeof person;
type ClinicKind = keyof typeof clinic;
export type EpisodeKind = keyof typeof episode;
export const EPISODE_KINDS = Object.keys(episode) as EpisodeKind[];

export type PersonDraft = {
  [T in PersonKind]: { type: T; body: (typeof person)[T]["body"]["__outputType"] };
}[PersonKind];
export type ClinicDraft = {
  [T in ClinicKind]: { type: T; body: (typeof clinic)[T]["body"]["__outputType"] };
}[ClinicKind];

export type EpisodeDraft = {
  [T in EpisodeKind]: { type: T; body: (typeof episode)[T]["body"]["__outputType"] };
}[EpisodeKind];

/** The id of the stream an event is of. */
export const streamOf = (kind: StreamKind, event: object): unknown => (event as Record<string, unknown>)[kind];

/**
 * An event of any stream as it came over an edge. One that a later program wrote
 * is kept where it was recorded elsewhere.
 *
 * @throws InputError naming each field that is wrong and what to do
 * @example parseStreamEvent("person", personEntered, "event 1").type // "person-entered"
 */
export function parseStreamEvent(kind: StreamKind, input: unknown, where: string, later: Later = "keep"): StreamEvent {
  if (kind === "exam") return parseEvent(input, where, later);
  if (typeof input !== "object" || input === null || Array.isArray(input))
    refuse(where, "is not an event", "Send an object with id, at, actor, device, v, type and body.");
  const { type, v } = input as { type?: unknown; v?: unknown };
  if (typeof type !== "string")
    refuse(`${where} › type`, phrase`"${named(type)}" is not a kind of event`, "Send the kind as text.");
  check(envelopeOf(kind, RECORD_VERSION), input, where);
  const kinds = KINDS[kind];
  if (later === "refuse" && !Object.hasOwn(kinds, type))
    refuse(
      `${where} › type`,
      phrase`"${named(type)}" is not a kind of event this version knows`,
      "Update this program, or leave the event out.",
    );
  if (Object.hasOwn(kinds, type) && v === RECORD_VERSION)
    check(kinds[type]!.body, (input as StreamEvent).body, `${where} › body`);
  return input as StreamEvent;
}

function folded<S extends object>(kinds: Kinds, empty: () => S, events: readonly StreamEvent[]): S {
  const draft = empty();
  for (const event of events)
    if (Object.hasOwn(kinds, event.type) && (event.v ?? 1) <= RECORD_VERSION)
      kinds[event.type]!.fold(draft as never, event as never);
  return draft;
}

/**
 * What a person's stream adds up to.
 *
 * @example foldPerson([personEntered]).entry.name // "R. Quill"
 */
export const foldPerson = (events: readonly StreamEvent[]): PersonState => folded(KINDS.person, nobody, events);

/**
 * What the clinic's stream adds up to.
 *
 * @example foldClinic([]).evidence // []
 */
export const foldClinic = (events: readonly StreamEvent[]): ClinicState => folded(KINDS.clinic, emptyClinic, events);

/**
 * What the stream of a course adds up to.
 *
 * @example foldEpisode([]).markers // []
 */
export const foldEpisode = (events: readonly StreamEvent[]): EpisodeState =>
  folded(KINDS.episode, emptyEpisode, events);

/** An event of another stream than an exam, from what is to be said and who says it. */
export function streamEvent(
  kind: Exclude<StreamKind, "exam">,
  stream: string,
  draft: PersonDraft | ClinicDraft | EpisodeDraft,
  envelope: Pick<StreamEnvelope, "id" | "at" | "actor" | "device">,
): StreamEvent {
  return { [kind]: stream, v: RECORD_VERSION, ...envelope, ...draft } as StreamEvent;
}
