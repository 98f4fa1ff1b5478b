import { type EvidenceChanges, type OwnRecord } from "./own-figures";

/**
 * The clinic's own records as a table, one row each. Rules, switches and starts
 * do not fit a table and travel as JSON only.
 */
export const RECORD_COLUMNS = [
  "id",
  "test",
  "source",
  "tested_side",
  "replaces",
  "definition",
  "tp",
  "fn",
  "fp",
  "tn",
  "sensitivity",
  "sensitivity_low",
  "sensitivity_high",
  "specificity",
  "specificity_low",
  "specificity_high",
  "lr_positive",
  "lr_positive_low",
  "lr_positive_high",
  "lr_negative",
  "lr_negative_low",
  "lr_negative_high",
  "people",
  "population",
  "chronic",
  "reference",
  "citation",
] as const;
type Column = (typeof RECORD_COLUMNS)[number];
export type RecordRow = Partial<Record<Column, string>>;

const text = (value: number | string | null | undefined): string =>
  value === null || value === undefined ? "" : String(value);

/** A record as a row of text; what the study does not give is an empty cell. */
export function toRow(record: OwnRecord): Record<Column, string> {
  const pair = (interval: readonly (number | undefined)[] | undefined) => [text(interval?.[0]), text(interval?.[1])];
  const [sensLow, sensHigh] = pair(record.sensitivity95 as number[] | undefined);
  const [specLow, specHigh] = pair(record.specificity95 as number[] | undefined);
  const [posLow, posHigh] = pair(record.lrPositive95 as number[] | undefined);
  const [negLow, negHigh] = pair(record.lrNegative95 as number[] | undefined);
  return {
    id: record.id,
    test: record.test,
    source: record.source,
    tested_side: text(record.testedSide),
    replaces: text(record.replaces),
    definition: record.definition,
    tp: text(record.counts?.tp),
    fn: text(record.counts?.fn),
    fp: text(record.counts?.fp),
    tn: text(record.counts?.tn),
    sensitivity: text(record.sensitivity),
    sensitivity_low: sensLow!,
    sensitivity_high: sensHigh!,
    specificity: text(record.specificity),
    specificity_low: specLow!,
    specificity_high: specHigh!,
    lr_positive: text(record.lrPositive),
    lr_positive_low: posLow!,
    lr_positive_high: posHigh!,
    lr_negative: text(record.lrNegative),
    lr_negative_low: negLow!,
    lr_negative_high: negHigh!,
    people: text(record.people),
    population: record.population,
    chronic: record.chronic ? "yes" : "",
    reference: record.reference,
    citation: record.citation,
  };
}

/** Digits become a number, an empty cell nothing; anything else stays text, so that its check can say what it is. */
function numberOf(cell: string | undefined): number | string | undefined {
  const written = (cell ?? "").trim().replace(/^(-?\d+),(\d+)$/, "$1.$2");
  if (written === "") return undefined;
  const value = Number(written);
  return Number.isFinite(value) ? value : written;
}

/** What else stands there stays text, so that its check can say what it is. */
const yesNoOf = (cell: string): boolean | string => (cell === "yes" ? true : cell === "no" ? false : cell);

/**
 * A row as a record, not yet checked: `parseChanges` says what is wrong with it.
 * A 2x2 table begun is asked for in full.
 */
export function fromRow(row: RecordRow): Record<string, unknown> {
  const interval = (low: string | undefined, high: string | undefined) => {
    const ends = [numberOf(low), numberOf(high)];
    return ends.every((end) => end === undefined) ? undefined : ends;
  };
  const cells = [row.tp, row.fn, row.fp, row.tn].map(numberOf);
  const [tp, fn, fp, tn] = cells;
  const fields = {
    id: row.id?.trim(),
    test: row.test?.trim(),
    source: row.source?.trim(),
    testedSide: row.tested_side?.trim() || null,
    replaces: row.replaces?.trim() || null,
    definition: row.definition ?? "",
    counts: cells.every((cell) => cell === undefined) ? undefined : { tp, fn, fp, tn },
    sensitivity: numberOf(row.sensitivity),
    sensitivity95: interval(row.sensitivity_low, row.sensitivity_high),
    specificity: numberOf(row.specificity),
    specificity95: interval(row.specificity_low, row.specificity_high),
    lrPositive: numberOf(row.lr_positive),
    lrPositive95: interval(row.lr_positive_low, row.lr_positive_high),
    lrNegative: numberOf(row.lr_negative),
    lrNegative95: interval(row.lr_negative_low, row.lr_negative_high),
    people: numberOf(row.people),
    population: row.population ?? "",
    ...(row.chronic?.trim() ? { chronic: yesNoOf(row.chronic.trim()) } : {}),
    reference: row.reference ?? "",
    citation: row.citation ?? "",
  };
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}

/** The changes with these records added; one with an id that is there already takes its place. */
export function withRecords(changes: EvidenceChanges, records: readonly Record<string, unknown>[]): unknown {
  const ids = new Set(records.map(({ id }) => id));
  return { ...changes, records: [...changes.records.filter(({ id }) => !ids.has(id)), ...records] };
}
