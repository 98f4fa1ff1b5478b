/** One line of the bench: what was measured, beside what, and what is asked of it. */
export type Row = {
  readonly what: string;
  readonly value: string;
  readonly baseline: string;
  /** What passes or fails: a ratio to the baseline of the same run, or a count, which depends on no machine. */
  readonly asked: string;
  readonly ok: boolean;
  /** The absolute limit and whether it held: printed, never judged. */
  readonly limit?: string;
  /** Why it could not be measured. */
  readonly unmeasured?: string;
};

export const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
};

/** Median time of one call in milliseconds, after a warm-up. */
export function timeOf(work: () => unknown, { runs = 200, warmUp = 40 } = {}): number {
  for (let run = 0; run < warmUp; run++) work();
  return median(
    Array.from({ length: runs }, () => {
      const started = performance.now();
      work();
      return performance.now() - started;
    }),
  );
}

/** How long some work takes at the worst but one in twenty, in milliseconds; warmed up first. */
export function p95Of(work: () => unknown, { runs = 60, warmUp = 20 } = {}): number {
  for (let run = 0; run < warmUp; run++) work();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  });
  return times.toSorted((a, b) => a - b)[Math.ceil(runs * 0.95) - 1]!;
}

export const ms = (value: number): string => `${value < 10 ? value.toFixed(3) : value.toFixed(1)} ms`;

/** A time or another quantity, in words. */
type Measured = { readonly value: number; readonly as?: (value: number) => string };
export type Baseline = { readonly is: string; readonly value: number };

/** "≤ 50 ms: held" or "≤ 50 ms: over". */
export const limitOf = (words: string, held: boolean): string => `${words}: ${held ? "held" : "over"}`;

/**
 * A row that passes by its ratio to a baseline of the same run.
 *
 * @param most the largest ratio that passes
 * @param limit the absolute limit in ms, printed only
 */
export function atMost(
  what: string,
  { value, as = ms }: Measured,
  baseline: Baseline,
  most: number,
  limit: number | null = null,
): Row {
  const ratio = value / baseline.value;
  return {
    what,
    value: `${ratio.toFixed(2)} × (${as(value)})`,
    baseline: `${baseline.is} ${as(baseline.value)}`,
    asked: `≤ ${most} ×`,
    ok: ratio <= most,
    ...(limit === null ? {} : { limit: limitOf(`≤ ${as(limit)}`, value <= limit) }),
  };
}

/**
 * The rows of a part of the bench; where it fails, one row that says why, so
 * that the rest of the table is still printed.
 */
export async function measured(part: string, work: () => readonly Row[] | Promise<readonly Row[]>): Promise<Row[]> {
  try {
    return [...(await work())];
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return [{ what: part, value: "", baseline: "", asked: "", ok: false, unmeasured: why.split("\n")[0]! }];
  }
}

/** Prints rows as a table that reads well in a terminal and in a note. */
export function print(rows: readonly Row[]): void {
  console.log("| what | measured | baseline in the same run | asked | | absolute limit |");
  console.log("| --- | --- | --- | --- | --- | --- |");
  for (const { what, value, baseline, asked, ok, limit = "", unmeasured } of rows)
    console.log(
      unmeasured === undefined
        ? `| ${what} | ${value} | ${baseline} | ${asked} | ${ok ? "ok" : "MISSED"} | ${limit} |`
        : `| ${what} | NOT MEASURED: ${unmeasured} | | | MISSED | |`,
    );
}
