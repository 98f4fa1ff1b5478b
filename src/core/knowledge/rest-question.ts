import type { Position } from "../vocabulary";
import { patientText } from "./texts/texts";

/**
 * How the symptom at rest is asked about, in the posture the person is in.
 *
 * @example restQuestion("supine") // "Lying on your back here, at rest: how bad is it now?"
 */
export const restQuestion = (position: Position | undefined): string =>
  patientText(`tablet.rest.${position ?? "still"}`, "en");
