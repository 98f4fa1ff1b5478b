export const SEXES = ["female", "male", "other", "not stated"] as const;
