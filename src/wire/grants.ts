/** A signed record that was given to whoever asks. */
export type Given = {
  readonly exam: string;
  readonly person: string;
  readonly number: string;
  readonly reason: string;
  readonly at: string;
  /** To keep the keys of its run; else a signed record to look at. */
  readonly isRun: boolean;
};

/** Who there is to keep the keys of a run, and who was invited to. */
export type RunHelpers = {
  readonly helpers: readonly { readonly id: string; readonly name: string; readonly isInvited: boolean }[];
};

/** Who there is to give a record to, and who has it. */
export type RecordGrants = {
  readonly readers: readonly {
    readonly id: string;
    readonly name: string;
    /** Why they have it; null: they do not. */
    readonly reason: string | null;
  }[];
};
