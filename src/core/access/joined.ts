/** What joins an examination by a code, without an account: a device of the clinic, with one role. */

export const JOINED_ROLES = ["probe", "pad"] as const;
export type JoinedRole = (typeof JOINED_ROLES)[number];
/** What a code lets in: a device without an account, or somebody of the clinic with their own, to the keys of one run. */
export const CODE_ROLES = [...JOINED_ROLES, "helper"] as const;
export type CodeRole = (typeof CODE_ROLES)[number];

/** What a joined device can say. */
export const JOINED_SAYS = ["samples", "now", "answer", "not that", "stop", "ready"] as const;
export type JoinedSays = (typeof JOINED_SAYS)[number];

/** What each may say; everything else is refused. */
const MAY_SAY: Readonly<Record<JoinedRole, readonly JoinedSays[]>> = {
  probe: ["samples", "stop", "ready"],
  pad: ["now", "answer", "not that", "stop", "ready"],
};

/**
 * Whether a joined device may say something. None of it is a record: what counts
 * is written by whoever examines, but for a stop.
 *
 * @example mayJoinedSay("pad", "answer") // true
 * @example mayJoinedSay("probe", "answer") // false
 */
export const mayJoinedSay = (role: JoinedRole, says: JoinedSays): boolean => MAY_SAY[role].includes(says);
