/** One line of the log of access: who did what with which record, and when. */
export type LogLine = {
  readonly n: number;
  readonly at: string;
  readonly member: string;
  readonly name: string;
  readonly role: string;
  /** What was done: the act, and "refused" before it where it was. */
  readonly act: string;
  /** The id of the examination, person or course; empty where it is about none. */
  readonly record: string;
  /** Whose record it is, as the roster has it now. */
  readonly whose: string;
  readonly detail: string;
  readonly address: string;
};

/** What is looked for; every word has to stand somewhere in the line. */
export type LogSearch = { readonly q?: string | undefined; readonly before?: number | undefined };

/** What of a record is printed. */
export const PRINTED = ["record", "referral letter", "progress letter", "course"] as const;
export type Printed = (typeof PRINTED)[number];
