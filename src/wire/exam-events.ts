/** What became of one event that was sent. */
export type Receipt = {
  readonly id: string;
  readonly result: "stored" | "already stored" | "refused";
  readonly why: string | null;
};
