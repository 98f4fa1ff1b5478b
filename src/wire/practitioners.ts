import type { Practitioner, PractitionerSettings } from "@/core/record";

export type Profile = Practitioner & { readonly settings: PractitionerSettings };
