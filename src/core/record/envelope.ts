import { type AnySchema, mixed, type ObjectSchema } from "yup";
import { chainHead, closed, instant, name, oneOf, text, uuid, wholeIn, withFastPath } from "../base";

/** What a record is about: everything that is said or done goes into the stream of one of these. */
export const STREAM_KINDS = ["exam", "person", "episode", "clinic"] as const;
export type StreamKind = (typeof STREAM_KINDS)[number];

/** Through what a tap came, where that is told. */
export const CHANNELS = ["key", "tap", "pad", "pedal", "helper", "device"] as const;
export type Channel = (typeof CHANNELS)[number];

export type Actor = { readonly id: string; readonly name: string };

/** The end of the stream as the device knew it when the event was made. */
export type Base = { readonly seq: number; readonly head: string };

/** Where an event that was taken over from another continuation of the same stream came from. */
export type TakenFrom = { readonly head: string; readonly event: string };

/** What every event of any stream says beside its content and the stream it is of. */
export type StreamEnvelope = {
  readonly id: string;
  readonly at: string;
  readonly actor: Actor;
  readonly device: string;
  /** The version that wrote it; left out by the first. */
  readonly v?: number;
  readonly base?: Base;
  readonly channel?: Channel;
  readonly origin?: TakenFrom;
  /** Set when the event changes a signed record: why. */
  readonly amendment?: string;
};

/** The same for an exam. In every stream the field named after its kind holds its id. */
export type Envelope = StreamEnvelope & { readonly exam: string };

/** An event as it stands in the record: of any version, also of one that is not known here. */
export type RecordedEvent = Envelope & { readonly type: string; readonly body: object };

/** The version that wrote an event. */
export const versionOfEvent = ({ v }: { readonly v?: number }): number => v ?? 1;

const SEQ = "is missing; send the position";

const common = () => ({
  id: uuid(),
  at: instant(),
  actor: closed({ id: uuid(), name: text(120, 1) }),
  device: text(60, 1),
  type: name(),
  body: withFastPath(
    mixed<object>()
      .required("is missing; send the event's content")
      .test("object", "is not an object; send the event's content", (value) => isObject(value)),
    isObject,
  ),
  amendment: text(600, 3).optional(),
});

function isObject(value: unknown): value is object {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/** The first version that says which it is. */
const SECOND = 2;

const later = () => ({
  v: wholeIn(SECOND, 1_000_000).required("is missing; send the version that wrote it"),
  base: closed({ seq: wholeIn(0, 1_000_000).required(SEQ), head: chainHead() })
    .optional()
    .default(undefined),
  channel: oneOf(CHANNELS).optional(),
  origin: closed({ head: chainHead(), event: uuid() }).optional().default(undefined),
});

/** The envelope of the first version, as it was. */
export const firstEnvelope = closed({ exam: uuid(), ...common() });

const ENVELOPES: Readonly<Record<StreamKind, AnySchema>> = {
  exam: closed({ exam: uuid(), ...common(), ...later() }),
  person: closed({ person: uuid(), ...common(), ...later() }),
  episode: closed({ episode: uuid(), ...common(), ...later() }),
  clinic: closed({ clinic: uuid(), ...common(), ...later() }),
};

/** The schema of an event's envelope, by the stream it is for and the version that wrote it. */
export const envelopeOf = (kind: StreamKind, v: number): AnySchema =>
  kind === "exam" && v === 1 ? firstEnvelope : ENVELOPES[kind];

/** A kind of event: its content today, what older versions wrote, and what it does to the state. */
export type Kind<B extends object, D> = {
  readonly body: ObjectSchema<B>;
  /** What earlier versions wrote, the earliest first. */
  readonly older: readonly OlderBody[];
  readonly fold: (draft: D, event: Told<B>) => void;
};

/**
 * A kind of event whose content is not known to the compiler. Kinds of different
 * content are told apart by their schema at run time; comparing their types one
 * by one costs seconds, so a table of kinds is given this type by `anyKinds`.
 */
export type AnyKind = {
  readonly body: ObjectSchema<object>;
  readonly older: readonly OlderBody[];
  readonly fold: (draft: never, event: never) => void;
};

/** A table of kinds, for looking one up by a name that came from outside. */
export const anyKinds = (kinds: Readonly<Record<string, unknown>>): Readonly<Record<string, AnyKind>> =>
  kinds as Readonly<Record<string, AnyKind>>;

/** The content up to and with version `v`, and how it becomes that of the version after. */
export type OlderBody = {
  readonly v: number;
  readonly body: ObjectSchema<object>;
  readonly up: (body: never) => object;
};

/** An event with its content, as a family reads it. */
export type Told<B> = StreamEnvelope & { readonly body: B };

/** A family's slice of the state while it is being added to. */
export type Draft<S> = {
  -readonly [K in keyof S]: S[K] extends readonly (infer T)[]
    ? T[]
    : S[K] extends Readonly<Record<string, infer V>>
      ? string extends keyof S[K]
        ? Record<string, V>
        : S[K]
      : S[K];
};

/** Declares a kind of event in one place: schema, older shapes, fold. */
export const kind = <B extends object, D>(
  body: ObjectSchema<B>,
  fold: (draft: D, event: Told<B>) => void,
  older: readonly OlderBody[] = [],
): Kind<B, D> => ({ body, older, fold });
