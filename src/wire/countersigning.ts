/** A record that a trainee signed, and that somebody else has still to look at. */
export type Awaiting = {
  readonly exam: string;
  readonly person: string;
  readonly number: string;
  readonly by: string;
  readonly at: string;
};

/** How a trainee's signature stands. */
export type SignatureStanding =
  | { readonly state: "waits"; readonly by: string; readonly byId: string }
  | {
      readonly state: "countersigned" | "returned";
      readonly by: string;
      readonly at: string;
      readonly reason: string | null;
    }
  | { readonly state: "none" };
