/** What a signature names, and how a stored text is looked at: nothing of it needs a hash, so that the table's screens bring none. */

/** What a stored payload says it is, as far as it can be read. */
export type Payload = {
  readonly id?: unknown;
  readonly type?: unknown;
  readonly at?: unknown;
  readonly body?: unknown;
};

/**
 * A link's payload, for checks that must not fail on a damaged one.
 *
 * @example readPayload("no JSON") // {}
 */
export function readPayload(payload: string): Payload {
  try {
    return (JSON.parse(payload) as Payload | null) ?? {};
  } catch {
    return {};
  }
}

/** The kinds of event that name the end they were made from. */
export const SIGNATURES: ReadonlySet<string> = new Set(["exam-signed", "amendment-signed"]);

/**
 * Whether a signature is of the record before it. A signature names the end it
 * was made from, so that a past that was changed and chained anew is told.
 */
export function signsWhatIsBefore(
  { type, body }: Payload,
  link: { readonly seq: number; readonly previous: string },
): boolean {
  if (typeof type !== "string" || !SIGNATURES.has(type)) return true;
  const { head, length } = (body ?? {}) as { head?: unknown; length?: unknown };
  return head === link.previous && length === link.seq - 1;
}

/** Whether a payload can be a signature: a look at its text spares reading it. */
export const maySign = (payload: string): boolean => [...SIGNATURES].some((type) => payload.includes(type));
