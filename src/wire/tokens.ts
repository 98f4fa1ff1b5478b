import type { Scope } from "@/core/access";

/** A token as its maker sees it afterwards: without what it opens by. */
export type TokenShown = {
  readonly id: string;
  readonly name: string;
  readonly scope: Scope;
  readonly madeAt: string;
  readonly madeBy: string;
  /** The day it was last used; null: never. */
  readonly usedOn: string | null;
};
