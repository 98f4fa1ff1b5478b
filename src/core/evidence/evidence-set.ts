import { remembered } from "../base";
import {
  type AccuracyRecord,
  type ClusterRule,
  EVIDENCE,
  OTHER_MEANS,
  RULES,
  type StartingProbability,
  STARTS,
  type TestId,
} from "../knowledge";
import { FIRST_SHIPPED, isShippedVersion, SHIPPED_VERSION, type ShippedVersion, type SourceId } from "../vocabulary";
import first from "./shipped/first.json";

/** The figures a reading is made from: those that ship, or a clinic's own version of them. */
export type EvidenceSet = {
  /** One of those that shipped, or the first digits of the hash of the clinic's changes. */
  readonly version: string;
  readonly records: readonly AccuracyRecord[];
  readonly rules: readonly ClusterRule[];
  readonly starts: readonly StartingProbability[];
  /** What a source starts from that no study speaks about, where that is not the usual 0.1. */
  readonly others: Readonly<Partial<Record<SourceId, number>>>;
  /**
   * How its figures are drawn. as first shipped: each by itself, single ratios cut at ten. with a
   * weak prior: as method.md has it today. An exam's interval stays what it was.
   */
  readonly drawn: "as first shipped" | "with a weak prior";
};

/** The figures that ship today. */
export const SHIPPED_EVIDENCE: EvidenceSet = {
  version: SHIPPED_VERSION,
  records: EVIDENCE,
  rules: RULES,
  starts: STARTS,
  others: OTHER_MEANS,
  drawn: "with a weak prior",
};

/** The figures as they first shipped, for the exams that are read under them. */
export const FIRST_EVIDENCE: EvidenceSet = {
  version: FIRST_SHIPPED,
  drawn: "as first shipped",
  ...(first as unknown as Pick<EvidenceSet, "records" | "rules" | "starts" | "others">),
};

const SHIPPED: Readonly<Record<ShippedVersion, EvidenceSet>> = {
  [FIRST_SHIPPED]: FIRST_EVIDENCE,
  "shipped-2": SHIPPED_EVIDENCE,
};

/**
 * The figures of a version that shipped, as they were.
 *
 * @example shippedEvidence("shipped").version // "shipped"
 */
export const shippedEvidence = (version: ShippedVersion): EvidenceSet => SHIPPED[version];

/**
 * The shipped figures an exam is read under; today's for one that names a
 * clinic's own, which are not at hand here.
 *
 * @example evidenceOf({ evidenceVersion: "shipped" }) === FIRST_EVIDENCE // true
 */
export const evidenceOf = ({ evidenceVersion: version }: { readonly evidenceVersion: string }): EvidenceSet =>
  isShippedVersion(version) ? SHIPPED[version] : SHIPPED_EVIDENCE;

type Index = {
  readonly records: ReadonlyMap<string, readonly AccuracyRecord[]>;
  readonly byId: ReadonlyMap<string, AccuracyRecord>;
  readonly rules: ReadonlyMap<SourceId, readonly ClusterRule[]>;
  readonly ruleById: ReadonlyMap<string, ClusterRule>;
  readonly starts: ReadonlyMap<SourceId, readonly StartingProbability[]>;
  readonly sources: readonly SourceId[];
};

function grouped<K, T>(items: readonly T[], key: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return groups;
}

const indexOf = remembered((evidence: EvidenceSet): Index => ({
  records: grouped(evidence.records, ({ test, source }) => `${test} ${source}`),
  byId: new Map(evidence.records.map((record) => [record.id, record])),
  rules: grouped(evidence.rules, ({ source }) => source),
  ruleById: new Map(evidence.rules.map((rule) => [rule.id, rule])),
  starts: grouped(evidence.starts, ({ source }) => source),
  sources: [...new Set([...evidence.records, ...evidence.rules].map(({ source }) => source))],
}));

/** Every record of a test for a source, those switched off included. */
export const recordsOf = (evidence: EvidenceSet, test: TestId, source: SourceId): readonly AccuracyRecord[] =>
  indexOf(evidence).records.get(`${test} ${source}`) ?? [];

export const findRecord = (evidence: EvidenceSet, id: string): AccuracyRecord | undefined =>
  indexOf(evidence).byId.get(id);

export const rulesOf = (evidence: EvidenceSet, source: SourceId): readonly ClusterRule[] =>
  indexOf(evidence).rules.get(source) ?? [];

export const findRuleIn = (evidence: EvidenceSet, id: string): ClusterRule | undefined =>
  indexOf(evidence).ruleById.get(id);

/** Sources that any record or rule speaks about, switched off or not. */
export const sourcesWithFigures = (evidence: EvidenceSet): readonly SourceId[] => indexOf(evidence).sources;

/** A source's starting probabilities, in the order they are tried. */
export const startsOf = (evidence: EvidenceSet, source: SourceId): readonly StartingProbability[] =>
  indexOf(evidence).starts.get(source) ?? [];
