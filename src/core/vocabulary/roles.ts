/** What somebody is in the clinic; what they may do follows from it. */
export const ROLES = ["owner", "practitioner", "trainee", "helper", "front desk", "reader"] as const;

export type Role = (typeof ROLES)[number];
