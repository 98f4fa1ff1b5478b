import { CITATIONS } from "../citations";
import type { Protocol, School } from "../protocols/types";
import { qualityOf } from "../studies/quality";
import type { AccuracyRecord } from "../studies/types";
import { type CatalogueFault, conditionFaults, fault } from "./check-catalogue";
import { printedFaults } from "./check-rules";

type Known = { readonly protocols: readonly Protocol[]; readonly schools: readonly School[] };

/** A sentence, not a word: shorter than this it says nothing. */
const SHORTEST_REASON = 25;

/** A record without a condition, and without a reason to have none, would never move a figure, and nobody would know. */
function definitionFaults(record: AccuracyRecord, records: readonly AccuracyRecord[]): CatalogueFault[] {
  const { id, positive, needsNone } = record;
  if (positive && needsNone !== undefined)
    return [fault(`${id} › needsNone`, "stands beside a condition", "Keep the condition, and leave the reason out.")];
  if (positive) return [];
  if (needsNone === undefined)
    return [
      fault(
        `${id} › positive`,
        "is missing, and nothing says why none is needed: the record would never count",
        "Write the study's definition of a positive as a condition, or say in needsNone why it needs none.",
      ),
    ];
  const shared = records.filter((other) => other.needsNone === needsNone).map((other) => other.id);
  return [
    ...(needsNone.length < SHORTEST_REASON
      ? [fault(`${id} › needsNone`, "is no reason", "Write a sentence about this record's own definition.")]
      : []),
    ...(shared.length > 1
      ? [fault(`${id} › needsNone`, `is the reason of ${shared.join(" and ")} alike`, "Give each a reason of its own.")]
      : []),
  ];
}

/** A way of doing the test that the study did not use must earn no figure: every choice is matched, or said not to matter. */
function wayFaults(
  { id, off, test, variant = {}, anyWay = {} }: AccuracyRecord,
  protocol: Protocol,
  { protocols }: Known,
): CatalogueFault[] {
  if (off) return [];
  /** Another test may be read with this one's figures: a plain raise felt in the other leg. */
  const alike = protocols.filter(({ readings }) => readings.some(({ figuresOf }) => figuresOf === test));
  const doing = [protocol, ...alike].flatMap(({ schools }) => schools).filter(({ kind }) => kind === "doing");
  const unknown = [...Object.keys(variant), ...Object.keys(anyWay)].filter(
    (school) => !doing.some((one) => one.id === school),
  );
  return [
    ...unknown.map((school) =>
      fault(`${id} › variant`, `names "${school}", which is no choice of its test`, "Use one of the test's choices."),
    ),
    ...doing.flatMap(({ id: school, options }) => [
      ...(school in variant || school in anyWay
        ? []
        : [
            fault(
              `${id} › variant`,
              `does not say which way of "${school}" the study used`,
              "Name its options, or say in anyWay why it makes no difference.",
            ),
          ]),
      ...(variant[school] ?? [])
        .filter((option) => !options.some((one) => one.id === option))
        .map((option) => fault(`${id} › variant`, `names "${option}" of "${school}"`, "Use one of its options.")),
    ]),
  ];
}

function peopleFaults({ id, split, people, counts }: AccuracyRecord): CatalogueFault[] {
  const [having, lacking] = split ?? [0, 0];
  const all = counts && counts.tp + counts.fn + counts.fp + counts.tn;
  return [
    ...(split && people !== having + lacking
      ? [fault(`${id} › split`, `adds up to ${having + lacking} of ${people}`, "Count its people again.")]
      : []),
    ...(all !== undefined && people !== undefined && all > people
      ? [fault(`${id} › counts`, `add up to ${all} of ${people}`, "Count its people again.")]
      : []),
  ];
}

const MENTIONS_NOTHING = /as in the paper|^not at hand/i;

function recordFaults(record: AccuracyRecord, records: readonly AccuracyRecord[], known: Known): CatalogueFault[] {
  const { id, test, source, positive, citation } = record;
  const protocol = known.protocols.find((one) => one.id === test);
  if (!protocol) return [fault(`${id} › test`, `"${test}" does not exist`, "Use a test's id.")];
  return [
    ...definitionFaults(record, records),
    ...printedFaults(id, record),
    ...peopleFaults(record),
    ...wayFaults(record, protocol, known),
    ...(positive ? conditionFaults(id, positive, protocol, known.schools) : []),
    ...(record.off || protocol.readings.some((reading) => reading.source === source)
      ? []
      : [fault(`${id} › source`, `is none that "${test}" speaks about`, "Use one of the test's sources.")]),
    ...(citation in CITATIONS ? [] : [fault(`${id} › citation`, "is not in the literature list", "Add it there.")]),
    ...(qualityOf(citation)
      ? []
      : [fault(`${id} › quality`, "has not been judged", "Add its four letters to quality.ts.")]),
    ...(["reference", "population"] as const)
      .filter((field) => MENTIONS_NOTHING.test(record[field]) || record[field].length < SHORTEST_REASON - 10)
      .map((field) => fault(`${id} › ${field}`, "tells the reader nothing", "Say what the study had.")),
  ];
}

/**
 * Everything wrong with accuracy records: one that could never count, or counts
 * for a way of doing the test its study did not use, people that do not add up,
 * a study nobody has judged. Empty when they are whole.
 *
 * @example checkRecords(EVIDENCE, { protocols: PROTOCOLS, schools: SCHOOLS }) // []
 */
export function checkRecords(records: readonly AccuracyRecord[], known: Known): CatalogueFault[] {
  const ids = records.map(({ id }) => id);
  return [
    ...ids
      .filter((id, index) => ids.indexOf(id) !== index)
      .map((id) => fault(id, "is the id of two records", "Give each its own.")),
    ...records.flatMap((record) => recordFaults(record, records, known)),
  ];
}
