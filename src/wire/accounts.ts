import type { Role } from "@/core/vocabulary";

/** Somebody who works here, as the list of members shows them. */
export type MemberAccount = {
  readonly id: string;
  readonly name: string;
  readonly registration: string;
  readonly role: Role;
  readonly hasLeft: boolean;
  /** What they sign in with; null: they have no account. */
  readonly signIn: string | null;
  /** A one-time code is asked as well. */
  readonly hasCodes: boolean;
};

/** How people come in here, for whoever stands at the door. */
export type Door = {
  readonly entrance: "accounts" | "here" | "first";
  /** Somebody is signed in, and locked the table: who, stands nowhere. */
  readonly isLocked: boolean;
  /** Profiles that an owner's account may take on; only where the store has no owner yet. */
  readonly profiles: readonly { readonly id: string; readonly name: string; readonly registration: string }[];
};

/** One sign-in that has not ended. */
export type SessionShown = {
  readonly id: string;
  readonly since: string;
  readonly lastUsed: string;
  readonly device: string;
  readonly address: string;
  readonly isThis: boolean;
};

/** An account as its owner sees it. */
export type OwnAccount = {
  readonly signIn: string;
  readonly hasCodes: boolean;
  readonly hasLockCode: boolean;
  readonly sessions: readonly SessionShown[];
  /** Others who are signed in at this device, and may take it over. */
  readonly others: readonly { readonly session: string; readonly name: string }[];
  readonly passkeys: readonly { readonly id: string; readonly name: string; readonly since: string }[];
};

/** What a device is asked, in the form that browsers hand on to it. */
export type PasskeyStep = { readonly options: object };

/** What came of a sign-in: done, or a one-time code is asked as well. */
export type SignedIn = { readonly next: "come in" | "code" };

/** Somebody who can say so at a trainee's table. */
export type Supervisor = { readonly id: string; readonly name: string };
