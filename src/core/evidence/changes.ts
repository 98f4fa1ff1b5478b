import { array, type InferType, number } from "yup";
import { canonicalJson } from "../exam/canonical-json";
import { portableSha256 } from "../exam/chain";
import { type AccuracyRecord, EVIDENCE } from "../knowledge/evidence";
import { protocolOf, TEST_IDS, type TestId } from "../knowledge/protocols";
import { type ClusterRule, isFact, RULES, type RuleMember } from "../knowledge/rules";
import { otherStart, STARTS, type StartingProbability } from "../knowledge/starting-probabilities";
import { check } from "../problem";
import { tableEntries } from "../reading/figures";
import { closed, numberIn, oneOf, oneOfOrNone, text, wholeIn, yesNo } from "../schema";
import { SIDES } from "../vocabulary/sides";
import { SOURCE_IDS, type SourceId } from "../vocabulary/sources";
import { type Evidence, SHIPPED_EVIDENCE } from "./evidence-set";
import { figureFields, figuresTogether, together } from "./figures-schema";
import { SHIPPED_VERSION } from "./version";

/** Everything a clinic adds or switches carries ids that no shipped figure has. */
export const OWN_PREFIX = "own.";
const OWN_ID = /^own\.[a-z0-9][a-z0-9.-]{0,70}$/;

const ownId = () =>
  text(80, 1).matches(
    OWN_ID,
    `is not an id of the clinic's own; begin it with "${OWN_PREFIX}", small letters, digits, dots and dashes`,
  );

const common = {
  definition: text(400, 3),
  population: text(300),
  reference: text(300),
  citation: text(300, 3),
};

const recordSchema = together(
  closed({
    id: ownId(),
    test: oneOf(TEST_IDS),
    source: oneOf(SOURCE_IDS),
    testedSide: oneOfOrNone(SIDES),
    /** The shipped record it takes the place of; null: it stands beside the others. */
    replaces: text(80).nullable().defined("is missing; send the record's id, or null"),
    ...common,
    ...figureFields(),
  }),
  (record: InferType<ReturnType<typeof closed>> & Record<string, never>) => recordTogether(record),
);

const memberSchema = closed({
  test: text(80, 1),
  run: oneOf(["own side", "other side", "only run"]),
});

const stratumSchema = closed({
  from: wholeIn(0, 20).required("is missing; give the lowest count the ratio holds for"),
  to: wholeIn(0, 20).required("is missing; give the highest count the ratio holds for"),
  lr: number()
    .typeError("is not a number; write it with digits, as in 4.02")
    .required("is missing; write the likelihood ratio of these counts")
    .moreThan(0, "is not above 0; a likelihood ratio is a positive number"),
});

const ruleSchema = together(
  closed({
    id: ownId(),
    label: text(120, 3),
    source: oneOf(SOURCE_IDS),
    members: array()
      .of(memberSchema)
      .typeError("is not a list of tests; send a list")
      .required("is missing; list the tests the rule counts")
      .min(1, "is empty: a rule counts at least one test; add its tests")
      .max(12, "holds more than 12 tests; that is no cluster rule"),
    k: wholeIn(1, 12).optional(),
    ...figureFields(),
    strata: array().of(stratumSchema).typeError("is not a list; send a list of counts with their ratios").optional(),
    ...common,
  }),
  (rule: never) => ruleTogether(rule),
);

const MOST = 200;

export const changesSchema = together(
  closed({
    records: array()
      .of(recordSchema)
      .typeError("is not a list; send a list of records")
      .required("is missing; send a list, even if empty")
      .max(MOST, `holds more than ${MOST} records`),
    rules: array()
      .of(ruleSchema)
      .typeError("is not a list; send a list of rules")
      .required("is missing; send a list, even if empty")
      .max(MOST, `holds more than ${MOST} rules`),
    /** Shipped or own records and rules switched on or off, with the reason. */
    switches: array()
      .of(closed({ id: text(80, 1), on: yesNo(), reason: text(300, 3) }))
      .typeError("is not a list; send a list")
      .required("is missing; send a list, even if empty")
      .max(MOST, `holds more than ${MOST} switches`),
    /** Starting probabilities of the clinic. */
    starts: array()
      .of(
        closed({
          id: text(80, 1),
          mean: number()
            .typeError("is not a number; write it with digits, as in 0.25")
            .required("is missing; write a probability between 0 and 1")
            .moreThan(0, "is 0: nothing could ever move it; use a value above 0, as in 0.01")
            .lessThan(1, "is 1: nothing could ever move it; use a value below 1, as in 0.99"),
          equivalentPeople: numberIn(2, 100000).required("is missing; say how many people it is worth"),
          reason: text(300, 3),
        }),
      )
      .typeError("is not a list; send a list")
      .required("is missing; send a list, even if empty")
      .max(MOST, `holds more than ${MOST} starts`),
  }),
  (changes: never) => changesTogether(changes),
);

type Fields = InferType<typeof changesSchema>;
export type OwnRecord = NonNullable<Fields["records"]>[number];
export type OwnRule = NonNullable<Fields["rules"]>[number];
export type Switch = NonNullable<Fields["switches"]>[number];
export type OwnStart = NonNullable<Fields["starts"]>[number];
/** Everything that sets a clinic's figures apart from those that ship. */
export type EvidenceChanges = {
  readonly records: readonly OwnRecord[];
  readonly rules: readonly OwnRule[];
  readonly switches: readonly Switch[];
  readonly starts: readonly OwnStart[];
};

export const NO_CHANGES: EvidenceChanges = { records: [], rules: [], switches: [], starts: [] };

type Fault = { path: string; message: string } | null;

const speaksOf = (test: TestId, source: string): boolean =>
  protocolOf(test).readings.some((reading) => reading.source === source);
const isTest = (id: string): id is TestId => (TEST_IDS as readonly string[]).includes(id);

function recordTogether(record: unknown): Fault {
  const { test, source, replaces } = record as OwnRecord;
  const fault = figuresTogether(record as never);
  if (fault) return fault;
  if (isTest(test) && source && !speaksOf(test, source))
    return {
      path: "source",
      message: `is no source that "${protocolOf(test).name}" speaks about, so the figure could never count; choose one it does`,
    };
  const replaced = replaces ? EVIDENCE.find(({ id }) => id === replaces) : null;
  if (replaced === undefined)
    return { path: "replaces", message: "names a record that does not ship; choose one of the list, or none" };
  if (replaced && (replaced.test !== test || replaced.source !== source))
    return { path: "replaces", message: "names a record of another test or source; choose one of the same" };
  return null;
}

function memberFault(rule: OwnRule): Fault {
  const seen = new Set<string>();
  for (const [index, { test, run }] of rule.members!.entries()) {
    const path = `members[${index}].test`;
    if (test === rule.id) return { path, message: "is the rule itself: a rule cannot count itself; name a test" };
    if (RULES.some(({ id }) => id === test) || OWN_ID.test(test))
      return { path, message: "is another rule: a rule counts tests, not rules; name its tests instead" };
    if (!isTest(test))
      return { path, message: `names a test that does not exist, "${test}"; choose one of the catalogue` };
    if (seen.has(`${test} ${run}`)) return { path, message: "is in the rule twice; name each test once" };
    seen.add(`${test} ${run}`);
    if (!speaksOf(test, rule.source))
      return { path, message: `says nothing about ${rule.source}, so it could never count; choose a test that does` };
    if (protocolOf(test).sided === (run === "only run"))
      return {
        path: `members[${index}].run`,
        message: protocolOf(test).sided
          ? "is a test with sides; say which side's run counts"
          : "is a test without sides; it has only one run",
      };
  }
  return null;
}

function ruleTogether(given: unknown): Fault {
  const rule = given as OwnRule;
  if (!Array.isArray(rule.members) || rule.members.length === 0 || rule.members.some((one) => !one?.test)) return null;
  const fault = memberFault(rule);
  if (fault) return fault;
  const n = rule.members.length;
  if (rule.strata?.length) {
    if (rule.k !== undefined) return { path: "k", message: "is given beside a ratio per count; give one or the other" };
    return strataFault(rule.strata as { from: number; to: number; lr: number }[], n);
  }
  if (rule.k === undefined)
    return { path: "k", message: "is missing; say how many positive tests meet the rule, or give a ratio per count" };
  if (rule.k > n)
    return { path: "k", message: `is ${rule.k} of ${n}: it asks for more positives than the rule has tests; lower it` };
  return figuresTogether(rule as never);
}

function strataFault(strata: readonly { from: number; to: number; lr: number }[], n: number): Fault {
  const rows = strata.map((row, index) => ({ ...row, index })).toSorted((a, b) => a.from - b.from);
  for (const [at, row] of rows.entries()) {
    const path = `strata[${row.index}]`;
    if (row.from > row.to) return { path: `${path}.to`, message: "lies below the lowest count; give the lowest first" };
    if (row.to > n) return { path: `${path}.to`, message: `is above the ${n} tests of the rule; lower it` };
    const before = rows[at - 1];
    if (before && before.to >= row.from)
      return { path: `${path}.from`, message: "is a count that another row holds already; give each count once" };
    if (before && before.lr > row.lr)
      return {
        path: `${path}.lr`,
        message: "falls as more tests are positive; a ratio never falls as the count rises",
      };
  }
  if (rows[0]!.from === 0 && rows[0]!.lr > 1)
    return {
      path: `strata[${rows[0]!.index}].lr`,
      message: "is above 1 with no test positive; the lowest ratio is 1 or less",
    };
  if (rows.at(-1)!.lr < 1)
    return {
      path: `strata[${rows.at(-1)!.index}].lr`,
      message: "is below 1 at the highest count; the highest ratio is 1 or more",
    };
  return null;
}

function changesTogether(given: unknown): Fault {
  const { records, rules, switches, starts } = given as Partial<EvidenceChanges>;
  if (!records || !rules || !switches || !starts) return null;
  const ids = new Set<string>();
  for (const [list, items] of [
    ["records", records],
    ["rules", rules],
  ] as const) {
    for (const [index, { id }] of items.entries()) {
      if (ids.has(id)) return { path: `${list}[${index}].id`, message: "is used twice; give each its own id" };
      ids.add(id);
    }
  }
  const known = new Set([...EVIDENCE, ...RULES].map(({ id }) => id as string));
  for (const [index, { id }] of switches.entries())
    if (!known.has(id) && !ids.has(id))
      return { path: `switches[${index}].id`, message: `names no record or rule, "${id}"; choose one of the list` };
  const startIds = new Set<string>([
    ...STARTS.map(({ id }) => id),
    ...SOURCE_IDS.map((source) => otherStart(source).id),
  ]);
  for (const [index, { id }] of starts.entries())
    if (!startIds.has(id))
      return { path: `starts[${index}].id`, message: `names no starting probability, "${id}"; choose one of the list` };
  return null;
}

/**
 * A clinic's changes, checked.
 *
 * @throws InputError at the field that is wrong, saying what to do
 */
export const parseChanges = (input: unknown, where = "evidence"): EvidenceChanges =>
  check(changesSchema as never, input, where) as EvidenceChanges;

/** Fields a study did not print are left out, not kept as undefined. */
const given = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, one]) => one !== undefined && one !== null)) as T;

function toRecord(own: OwnRecord): AccuracyRecord {
  const { replaces: _replaces, testedSide, ...rest } = own;
  return given({ ...rest, testedSide: testedSide ?? undefined, standing: "published" as const }) as AccuracyRecord;
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
  reference,
  citation,
  ...figures
}: OwnRule): ClusterRule {
  return {
    id,
    label,
    source: source as SourceId,
    members: members as readonly RuleMember[],
    figures: strata?.length
      ? { kind: "by count", strata: strata as { from: number; to: number; lr: number }[] }
      : { kind: "k of n", k: k!, ...(given(figures) as object) },
    definition,
    population,
    reference,
    citation,
    standing: "published",
  };
}

const REPLACED = "replaced by the clinic's own figure";

/**
 * The version a set of changes makes: the first 16 digits of the hash of its
 * content, so that the same figures have the same name everywhere.
 *
 * @example versionOf(NO_CHANGES) // "shipped"
 */
export function versionOf(changes: EvidenceChanges): string {
  const empty = Object.values(changes).every((list) => list.length === 0);
  return empty ? SHIPPED_VERSION : portableSha256(canonicalJson(changes)).slice(0, 16);
}

const resolved = new Map<string, Evidence>();
const MOST_RESOLVED = 24;

/**
 * The figures a reading is made from under a clinic's changes. A record that is
 * replaced, like one switched off, stays in the list and says why.
 *
 * @example resolveEvidence(NO_CHANGES) === SHIPPED_EVIDENCE // true
 */
export function resolveEvidence(changes: EvidenceChanges): Evidence {
  const version = versionOf(changes);
  if (version === SHIPPED_VERSION) return SHIPPED_EVIDENCE;
  const kept = resolved.get(version);
  if (kept) return kept;
  const replaced = new Set(changes.records.map(({ replaces }) => replaces));
  const switches = new Map(changes.switches.map((one) => [one.id, one]));
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
          standing: "none",
        }
      : start;
  };
  const others = changes.starts
    .filter(({ id }) => !STARTS.some((start) => start.id === id))
    .map(({ id }) => setStart({ ...otherStart(id.replace(/\.other$/, "") as SourceId), when: {} }));
  const evidence: Evidence = {
    version,
    records: [
      ...changes.records.map(toRecord).map(switched),
      ...EVIDENCE.map((record) => switched(replaced.has(record.id) ? { ...record, off: REPLACED } : record)),
    ],
    rules: [...RULES, ...changes.rules.map(toRule)].map(switched),
    starts: [...STARTS.map(setStart), ...others],
  };
  if (resolved.size >= MOST_RESOLVED) resolved.delete(resolved.keys().next().value!);
  resolved.set(version, evidence);
  return evidence;
}

/** Where a record or rule is used. */
export type Uses = { readonly tests: readonly TestId[]; readonly rules: readonly string[] };

/** The tests and rules that a record counts in. */
export function usesOfRecord(evidence: Evidence, { id, test, source }: AccuracyRecord): Uses {
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

/** Ratios by count of an own rule before it is saved, to be looked at. */
export const previewRule = (own: OwnRule) => tableEntries(toRule(own));

export const isOwn = (id: string): boolean => id.startsWith(OWN_PREFIX);
export type { Evidence } from "./evidence-set";
