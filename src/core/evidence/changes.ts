import { array, type InferType, number } from "yup";
import { check, closed, numberIn, oneOf, oneOfOrNone, text, wholeIn, yesNo, type Message, phrase } from "../base";
import { EVIDENCE, otherStart, protocolOf, RULES, STARTS, TEST_IDS, type TestId } from "../knowledge";
import { SHIPPED_VERSIONS, SIDES, SOURCE_IDS } from "../vocabulary";
import { figureFields, figuresTogether, together } from "./figures-schema";
import { type EvidenceChanges, OWN_PREFIX, type OwnRecord, type OwnRule } from "./own-figures";

const OWN_ID = /^own\.[a-z0-9][a-z0-9.-]{0,70}$/;

const ownId = () =>
  text(80, 1).matches(OWN_ID, {
    message: phrase`is not an id of the clinic's own; begin it with "${OWN_PREFIX}", small letters, digits, dots and dashes`,
  });

const common = {
  definition: text(400, 3),
  population: text(300),
  chronic: yesNo().optional(),
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
    /** The shipped version that is changed; left out: the first. */
    on: oneOf(SHIPPED_VERSIONS).optional(),
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

type Fault = { path: string; message: Message } | null;

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
      message: phrase`is no source that "${protocolOf(test).name}" speaks about, so the figure could never count; choose one it does`,
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
      return { path, message: phrase`names a test that does not exist, "${test}"; choose one of the catalogue` };
    if (seen.has(`${test} ${run}`)) return { path, message: "is in the rule twice; name each test once" };
    seen.add(`${test} ${run}`);
    if (!speaksOf(test, rule.source))
      return {
        path,
        message: phrase`says nothing about ${rule.source}, so it could never count; choose a test that does`,
      };
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
  if (!Array.isArray(rule.members) || rule.members.length === 0 || rule.members.some((member) => !member?.test))
    return null;
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
    return {
      path: "k",
      message: phrase`is ${rule.k} of ${n}: it asks for more positives than the rule has tests; lower it`,
    };
  return figuresTogether(rule as never);
}

function strataFault(strata: readonly { from: number; to: number; lr: number }[], n: number): Fault {
  const rows = strata.map((row, index) => ({ ...row, index })).toSorted((a, b) => a.from - b.from);
  for (const [index, row] of rows.entries()) {
    const path = `strata[${row.index}]`;
    if (row.from > row.to) return { path: `${path}.to`, message: "lies below the lowest count; give the lowest first" };
    if (row.to > n) return { path: `${path}.to`, message: phrase`is above the ${n} tests of the rule; lower it` };
    const before = rows[index - 1];
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
      return {
        path: `switches[${index}].id`,
        message: phrase`names no record or rule, "${id}"; choose one of the list`,
      };
  const startIds = new Set<string>([
    ...STARTS.map(({ id }) => id),
    ...SOURCE_IDS.map((source) => otherStart(source).id),
  ]);
  for (const [index, { id }] of starts.entries())
    if (!startIds.has(id))
      return {
        path: `starts[${index}].id`,
        message: phrase`names no starting probability, "${id}"; choose one of the list`,
      };
  return null;
}

/**
 * A clinic's changes, checked.
 *
 * @throws InputError at the field that is wrong, saying what to do
 */
export const parseChanges = (input: unknown, where = "evidence"): EvidenceChanges =>
  check(changesSchema as never, input, where) as EvidenceChanges;
