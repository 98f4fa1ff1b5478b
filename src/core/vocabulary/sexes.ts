export const SEXES = ["female", "male", "other", "not stated"] as const;
export type Sex = (typeof SEXES)[number];
