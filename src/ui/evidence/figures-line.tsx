import {
  type AccuracyRecord,
  citationText,
  type ClusterRule,
  DERIVATION_ONLY,
  otherStart,
  qualityOf,
  qualityText,
  STARTS,
} from "@/core/knowledge";
import { ratiosOf, ratioText, ruleAsks, tableEntries, UNCERTAINTY_TEXT, whySpecificityIsNot } from "@/core/reading";

const withInterval = (value: string, interval?: readonly (number | undefined)[]): string =>
  interval ? `${value} [${interval.join("-")}]` : value;

/** A record's figures as a colleague reads them; what is derived rather than printed is marked. */
export function recordFigures(record: AccuracyRecord): string {
  const { sensitivity, specificity, lrPositive, lrNegative } = ratiosOf(record);
  const { counts } = record;
  const ratio = (value: number | null, printed: number | undefined, interval?: readonly number[]) =>
    value === null
      ? "not known"
      : withInterval(`${ratioText(value)}${printed === undefined && !counts ? " (derived)" : ""}`, interval);
  return [
    counts
      ? `TP ${counts.tp}, FN ${counts.fn}, FP ${counts.fp}, TN ${counts.tn}${record.countsRebuilt ? " (rebuilt)" : ""}`
      : "",
    sensitivity === null
      ? "sensitivity not known"
      : `sensitivity ${withInterval(sensitivity.toFixed(2), record.sensitivity95)}`,
    specificity === null
      ? "specificity not known"
      : `specificity ${withInterval(specificity.toFixed(2), record.specificity95)}`,
    `LR+ ${ratio(lrPositive, record.lrPositive, record.lrPositive95)}`,
    `LR- ${ratio(lrNegative, record.lrNegative, record.lrNegative95)}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** One record in full: figures, what positive is, who, against what, from where. */
export function RecordText({ record }: { record: AccuracyRecord }) {
  return (
    <>
      <span className="block">{recordFigures(record)}</span>
      <span className="block text-soft">
        Positive is: {record.definition}. {[record.population, record.reference].filter(Boolean).join("; ")}.{" "}
        {UNCERTAINTY_TEXT[ratiosOf(record).uncertainty]}.
      </span>
      <span className="block text-soft">
        {citationText(record.citation)} ({record.standing}, check before clinical reliance).{" "}
        {record.intervalBorrowed ? `Interval borrowed: ${record.intervalBorrowed}. ` : ""}
        {record.patients ? `Counts for some patients only: ${record.patients.otherwise}. ` : ""}
        {qualityText(qualityOf(record.citation))}
      </span>
      {record.off && <span className="block font-medium">Off: {record.off}</span>}
      <NotTheChance record={record} />
    </>
  );
}

/** What a specificity does not say, from where this source usually starts. */
export function NotTheChance({ record }: { record: AccuracyRecord }) {
  const { sensitivity, specificity } = ratiosOf(record);
  if (sensitivity === null || specificity === null) return null;
  const start = STARTS.find(({ source, when }) => source === record.source && when) ?? otherStart(record.source);
  return (
    <details>
      <summary className="flex min-h-11 items-center underline">
        Specificity {specificity.toFixed(2)}: what that does not say
      </summary>
      <p className="max-w-prose">{whySpecificityIsNot(start.mean, sensitivity, specificity)}</p>
    </details>
  );
}

/** What a rule asks and the ratio of each count. */
export function RuleText({ rule }: { rule: ClusterRule }) {
  return (
    <>
      <span className="block">
        {ruleAsks(rule)}.{" "}
        {tableEntries(rule)
          .map(({ from, to, ratio, printed }) => {
            const counts = from === to ? `${from}` : `${from}-${to}`;
            const beside =
              printed !== undefined && Math.abs(printed - ratio) > 0.01
                ? ` (printed for ${from} or more: ${printed})`
                : "";
            return `${counts} positive: ${ratioText(ratio)}${beside}`;
          })
          .join("; ")}
      </span>
      <span className="block text-soft">
        {[rule.population, rule.reference].filter(Boolean).join("; ")}. {rule.remark}
      </span>
      <span className="block text-soft">
        {citationText(rule.citation)} ({rule.standing}, check before clinical reliance).{" "}
        {rule.derivationOnly ? `${DERIVATION_ONLY} ` : ""}
        {qualityText(qualityOf(rule.citation))}
      </span>
      {rule.off && <span className="block font-medium">Off: {rule.off}</span>}
    </>
  );
}
