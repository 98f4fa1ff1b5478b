export const FORCE_UNITS = ["kgf", "N", "lbf"] as const;
export type ForceUnit = (typeof FORCE_UNITS)[number];
export type Force = { readonly value: number; readonly unit: ForceUnit };

/** Newtons in one unit: standard gravity 9.80665 m/s² (3rd CGPM, 1901); pound 0.45359237 kg. */
const NEWTONS: Record<ForceUnit, number> = { N: 1, kgf: 9.80665, lbf: 4.4482216152605 };

/**
 * A force in another unit.
 *
 * @example convertForce({ value: 25, unit: "kgf" }, "N") // 245.16625
 */
export const convertForce = (force: Force, unit: ForceUnit): number =>
  force.unit === unit ? force.value : (force.value * NEWTONS[force.unit]) / NEWTONS[unit];

/**
 * A target range as a practitioner reads it: the chosen unit first, newtons beside it.
 *
 * @example describeForceRange([25, 30], "kgf") // "25-30 kgf (245-294 N)"
 */
export function describeForceRange(kgf: readonly [number, number], unit: ForceUnit): string {
  const inUnit = (to: ForceUnit) => {
    const [low, high] = kgf.map((value) => Math.round(convertForce({ value, unit: "kgf" }, to)));
    return low === high ? `${low} ${to}` : `${low}-${high} ${to}`;
  };
  return unit === "N" ? `${inUnit("N")} (${inUnit("kgf")})` : `${inUnit(unit)} (${inUnit("N")})`;
}
