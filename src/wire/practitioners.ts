import type { Role } from "@/core/vocabulary";
import type { Practitioner, PractitionerSettings } from "@/core/record";

export type Profile = Practitioner & {
  readonly settings: PractitionerSettings;
  readonly role: Role;
  /** They work here no longer. */
  readonly hasLeft: boolean;
};
