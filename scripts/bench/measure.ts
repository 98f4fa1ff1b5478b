/** One line of the bench: what was measured, against what, and what is asked of it. */
export type Row = {
  readonly what: string;
  readonly value: string;
  readonly baseline: string;
  readonly asked: string;
  readonly ok: boolean;
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

export function atMost(what: string, value: number, limit: number, baseline: string): Row {
  return { what, value: ms(value), baseline, asked: `≤ ${limit} ms`, ok: value <= limit };
}

/** Prints rows as a table that reads well in a terminal and in a note. */
export function print(rows: readonly Row[]): void {
  console.log("| what | measured | baseline in the same run | asked | |");
  console.log("| --- | --- | --- | --- | --- |");
  for (const { what, value, baseline, asked, ok } of rows)
    console.log(`| ${what} | ${value} | ${baseline} | ${asked} | ${ok ? "ok" : "MISSED"} |`);
}
