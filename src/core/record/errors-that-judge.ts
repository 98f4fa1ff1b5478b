import { InputError } from "../base";
import { angleAgreement, type ClinicError } from "../measurement";
import type { OwnError, OwnErrorState } from "./events/clinic-error";

/** Null where nothing can be reckoned: everybody was measured alike. */
function semOf(pairs: readonly (readonly [number, number])[]): number | null {
  try {
    return angleAgreement(pairs).sem;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/**
 * The errors that judge: of each kind of measuring the newest. What two examiners
 * differ by is shown and judges nothing: a change is judged by one hand's error.
 *
 * @example errorsThatJudge({ errors: {} }) // []
 */
export function errorsThatJudge({ errors }: OwnErrorState): ClinicError[] {
  const newest = new Map<string, OwnError>();
  for (const one of Object.values(errors).toSorted((a, b) => (a.at < b.at ? -1 : 1)))
    if (one.examiners === "one") newest.set(`${one.test} ${one.measure} ${one.device} ${one.method} ${one.apart}`, one);
  return [...newest.values()].flatMap(({ test, measure, device, method, apart, pairs }) => {
    const sem = semOf(pairs as [number, number][]);
    const what = { test, measure, device: device ?? null, method: method ?? null, apart, pairs: pairs.length };
    return sem === null ? [] : [{ ...what, sem }];
  });
}
