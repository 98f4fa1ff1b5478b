import type { MeasuredHow } from "./measured-how";

const rounded = (value: number): number => Math.round(value * 10) / 10;

/**
 * With what a number was measured, in a line.
 *
 * @example measuredText({ device: "inclinometer", method: "onset by pad", trials: 1, mount: "shin", zero: "leg down", error: 1.84 }) // "inclinometer, onset by pad, ± 1.8"
 */
export function measuredText({ device, method, trials, spread, error, tooQuick }: MeasuredHow): string {
  return [
    device,
    method,
    ...(trials > 1 ? [`mean of ${trials}${spread === undefined ? "" : `, spread ${rounded(spread)}`}`] : []),
    ...(error === null ? [] : [`± ${rounded(error)}`]),
    ...(tooQuick ? ["moved too quickly to compare"] : []),
  ].join(", ");
}
