import type { Protocol } from "../knowledge";

/** Done on the limb without pain: what it brings on is felt on the other side. */
export const isCrossed = ({ readings }: Protocol): boolean => readings.every(({ sides }) => sides === "other side");
