/** What another system may read, by the token it was given: one scope each. */
export const SCOPES = {
  fhir: "signed records, as FHIR R4",
  calendar: "what is due, as a calendar: numbers of people, no names",
} as const;

export type Scope = keyof typeof SCOPES;
export const SCOPE_IDS = Object.keys(SCOPES) as Scope[];
