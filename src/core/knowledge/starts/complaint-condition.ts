import type { SiteId } from "../../vocabulary";

/** What the complaint must say for a starting probability to fit; everything in it must hold. */
export type ComplaintCondition = {
  /** A symptom at one of these sites, on the source's side or central. */
  readonly symptomAt?: readonly SiteId[];
  /** The familiar symptom is at one of these, on the source's side. */
  readonly familiarAt?: readonly SiteId[];
  /** The familiar symptom is at none of these. */
  readonly familiarNotAt?: readonly SiteId[];
  /** No symptom in the midline of these sites. */
  readonly noneInMidlineOf?: readonly SiteId[];
  /** The head pain is thought to come from the neck. */
  readonly headFromNeck?: true;
  /** A safety question answered yes; of one with parts, yes to one of these. */
  readonly answered?: { readonly question: string; readonly parts?: readonly string[] };
  /** Whole years, both ends included; of an age that is not known nothing with a limit holds. */
  readonly age?: { readonly from?: number; readonly to?: number };
};
