import type { LegPose, Pose } from "./pose";

/** The bodies that figures are drawn from: each with its usual legs and view. */

const STRAIGHT: LegPose = { hip: 0, knee: 0 };
const pose = (body: Pose["body"], view: Pose["view"], parts: Partial<Pose>): Pose => ({
  body,
  view,
  tested: STRAIGHT,
  other: STRAIGHT,
  contacts: [],
  description: "",
  ...parts,
});
type PoseParts = Partial<Pose> & Pick<Pose, "description">;
const SITTING: LegPose = { hip: 90, knee: 90 };
export const seated = (parts: PoseParts): Pose => pose("seated", "side", { tested: SITTING, other: SITTING, ...parts });
export const seatedFront = (parts: PoseParts): Pose => pose("seated", "front", { focus: "upper", ...parts });
/** Seated, seen from the side, for what the legs take no part in. */
export const seatedUpper = (parts: PoseParts): Pose => seated({ focus: "upper", ...parts });
export const standing = (parts: PoseParts): Pose => pose("standing", "side", parts);
export const supine = (parts: PoseParts): Pose => pose("supine", "side", parts);
export const supineAbove = (parts: PoseParts): Pose => pose("supine", "front", parts);
/** Face down, the feet stretched out on the table. */
const FACE_DOWN: LegPose = { hip: 0, knee: 0, ankle: -75 };
export const prone = ({ tested, other, ...parts }: PoseParts): Pose =>
  pose("prone", "side", { ...parts, tested: { ...FACE_DOWN, ...tested }, other: { ...FACE_DOWN, ...other } });
export const onTheSide = (parts: PoseParts): Pose =>
  pose("side", "side", { tested: { hip: 45, knee: 90 }, other: { hip: 45, knee: 90 }, ...parts });
export const crown = (parts: PoseParts): Pose => pose("seated", "crown", parts);
