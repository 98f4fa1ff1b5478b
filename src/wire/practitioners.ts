import type { Practitioner } from "@/core/record/person";
import type { PractitionerSettings } from "@/core/record/work-settings";

export type Profile = Practitioner & { readonly settings: PractitionerSettings };
