import {
  type AccuracyRecord,
  type ClusterRule,
  isFact,
  otherStart,
  type PrintedFigures,
  type RuleMember,
  type StartingProbability,
  type Stratum,
  type TestId,
} from "../knowledge";
import {
  FIRST_SHIPPED,
  isShippedVersion,
  SHIPPED_VERSION,
  type ShippedVersion,
  type Side,
  type SourceId,
} from "../vocabulary";
import { type EvidenceSet, shippedEvidence } from "./evidence-set";

/** Everything a clinic adds carries an id that no shipped figure has. */
export const OWN_PREFIX = "own.";

type Described = {
  readonly definition: string;
  readonly population: string;
  /** Their pain was chronic: the figures say less of a fresh one. */
  readonly chronic?: boolean | undefined;
  readonly reference: string;
  readonly citation: string;
};

/** A clinic's own figures for one test and source. */
export type OwnRecord = PrintedFigures &
  Described & {
    readonly id: string;
    readonly test: TestId;
    readonly source: SourceId;
    readonly testedSide: Side | null;
    /** The shipped record it takes the place of; null: it stands beside the others. */
    readonly replaces: string | null;
  };

/** A clinic's own rule: k of its tests with their figures, or a ratio per count. */
export type OwnRule = PrintedFigures &
  Described & {
    readonly id: string;
    readonly label: string;
    readonly source: SourceId;
    readonly members: readonly { readonly test: string; readonly run: "own side" | "other side" | "only run" }[];
    readonly k?: number;
    readonly strata?: readonly Stratum[];
  };

export type Switch = { readonly id: string; readonly on: boolean; readonly reason: string };

export type OwnStart = {
  readonly id: string;
  readonly mean: number;
  readonly equivalentPeople: number;
  readonly reason: string;
};

/** Everything that sets a clinic's figures apart from those that ship. */
export type EvidenceChanges = {
  /** The version that shipped which they change; left out: the first. */
  readonly on?: ShippedVersion | undefined;
  readonly records: readonly OwnRecord[];
  readonly rules: readonly OwnRule[];
  readonly switches: readonly Switch[];
  readonly starts: readonly OwnStart[];
};

/** Today's shipped figures as they are. */
export const NO_CHANGES: EvidenceChanges = { on: SHIPPED_VERSION, records: [], rules: [], switches: [], starts: [] };

/**
 * The changes that make a version, from those at hand: one that shipped is
 * always, a clinic's own only where it was fetched. Null: not at hand.
 *
 * @example changesAtHand({}, "shipped")?.records.length // 0
 */
export const changesAtHand = (
  held: Readonly<Record<string, EvidenceChanges>>,
  version: string,
): EvidenceChanges | null => held[version] ?? (isShippedVersion(version) ? { ...NO_CHANGES, on: version } : null);

/** The version that shipped which a clinic's changes were made to. */
export const shippedUnder = ({ on = FIRST_SHIPPED }: Pick<EvidenceChanges, "on">): ShippedVersion => on;

/** Fields a study did not print are left out, not kept as undefined. */
const given = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, field]) => field !== undefined && field !== null)) as T;

function toRecord(own: OwnRecord): AccuracyRecord {
  const { replaces: _replaces, testedSide, ...rest } = own;
  return given({ ...rest, testedSide: testedSide ?? undefined, standing: "clinic's own" as const }) as AccuracyRecord;
}

function toRule({
  k,
  strata,
  members,
  id,
  label,
  source,
  definition,
  population,
  chronic,
  reference,
  citation,
  ...figures
}: OwnRule): ClusterRule {
  return {
    id,
    label,
    source,
    members: members as readonly RuleMember[],
    figures: strata?.length ? { kind: "by count", strata } : { kind: "k of n", k: k!, ...(given(figures) as object) },
    definition,
    population,
    ...(chronic ? { chronic } : {}),
    reference,
    citation,
    standing: "clinic's own",
  };
}

const REPLACED = "replaced by the clinic's own figure";

const resolved = new Map<string, EvidenceSet>();
const MOST_RESOLVED = 24;

/**
 * The figures a reading is made from under a clinic's changes. A record that is
 * replaced, like one switched off, stays in the list and says why.
 *
 * @param version the name of these changes, as `versionOf` gives it
 * @example evidenceUnder(NO_CHANGES, SHIPPED_VERSION) === SHIPPED_EVIDENCE // true
 */
export function evidenceUnder(changes: EvidenceChanges, version: string): EvidenceSet {
  if (isShippedVersion(version)) return shippedEvidence(version);
  const kept = resolved.get(version);
  if (kept) return kept;
  const shipped = shippedEvidence(shippedUnder(changes));
  const replaced = new Set(changes.records.map(({ replaces }) => replaces));
  const switches = new Map(changes.switches.map((item) => [item.id, item]));
  const switched = <T extends { id: string; off?: string }>(item: T): T => {
    const turned = switches.get(item.id);
    const { off, ...rest } = item;
    const why = turned ? (turned.on ? undefined : turned.reason) : off;
    return (why === undefined ? rest : { ...rest, off: why }) as T;
  };
  const setStart = (start: StartingProbability): StartingProbability => {
    const own = changes.starts.find(({ id }) => id === start.id);
    return own
      ? {
          ...start,
          mean: own.mean,
          equivalentPeople: own.equivalentPeople,
          population: `set by the clinic: ${own.reason}`,
          chronic: undefined,
          standing: "none",
        }
      : start;
  };
  const others = changes.starts
    .filter(({ id }) => !shipped.starts.some((start) => start.id === id))
    .map(({ id }) => setStart({ ...otherStart(id.replace(/\.other$/, "") as SourceId), when: {} }));
  const evidence: EvidenceSet = {
    version,
    records: [
      ...changes.records.map(toRecord).map(switched),
      ...shipped.records.map((record) => switched(replaced.has(record.id) ? { ...record, off: REPLACED } : record)),
    ],
    rules: [...shipped.rules, ...changes.rules.map(toRule)].map(switched),
    starts: [...shipped.starts.map(setStart), ...others],
    others: shipped.others,
    drawn: shipped.drawn,
  };
  if (resolved.size >= MOST_RESOLVED) resolved.delete(resolved.keys().next().value!);
  resolved.set(version, evidence);
  return evidence;
}

/** Where a record or rule is used. */
export type Uses = { readonly tests: readonly TestId[]; readonly rules: readonly string[] };

/** The tests and rules that a record counts in. */
export function usesOfRecord(evidence: EvidenceSet, { id, test, source }: AccuracyRecord): Uses {
  return {
    tests: [test],
    rules: evidence.rules
      .filter(
        (rule) =>
          rule.source === source &&
          rule.members.some(
            (member) => !isFact(member) && member.test === test && (!member.record || member.record === id),
          ),
      )
      .map(({ id: rule }) => rule),
  };
}

export const isOwn = (id: string): boolean => id.startsWith(OWN_PREFIX);
