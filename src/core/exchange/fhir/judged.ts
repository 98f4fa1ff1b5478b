import { citationText } from "../../knowledge";
import {
  describeVerdict,
  examinedSources,
  intervalText,
  isBegun,
  memberName,
  ofHundred,
  type RuleVerdict,
  sourceKey,
  type SourceReading,
} from "../../reading";
import { SOURCES, sourceLabel } from "../../vocabulary";
import { codeOf, conceptOf, quantityOf, sideConcept } from "./codes";
import { notesOf, type Resource } from "./resources";
import { referTo, type Telling } from "./telling";

/** What is read from the findings: a chance for each source, and each rule that was begun. Never a diagnosis. */

const PLACES = 4;
const rounded = (chance: number): number => Number(chance.toFixed(PLACES));

/** Where an R4 resource has no field for an interval, it is said under an address of ours. */
const INTERVAL_URL = "urn:dust-lantern:interval-95";

/** 95 in 100 draws: as it was signed, or as it is drawn now. */
function intervalOf({ state, spreads = {} }: Telling, { source, side, figured }: SourceReading) {
  if (!figured) return null;
  const kept = state.signed?.body.reading?.sources.find((one) => one.source === source && one.side === side);
  return kept?.p95 ?? spreads[sourceKey(source, side)]?.p95 ?? null;
}

function risk(telling: Telling, read: SourceReading): Resource {
  const { subject, encounter, idOf, state, opened, status } = telling;
  const { source, side, wording, figured, probability, against, start, outcomes } = read;
  const interval = intervalOf(telling, read);
  const runs = [...new Set(outcomes.map(({ run }) => run))];
  return {
    resourceType: "RiskAssessment",
    id: idOf("risk", source, side),
    status,
    subject,
    encounter,
    occurrenceDateTime: state.signed?.at ?? opened.at,
    method: { text: "Published figures and cluster rules over the tests that were done; an aid to licensed judgement" },
    basis: runs.map((run) => referTo(run)),
    prediction: [
      {
        outcome: conceptOf("source", source, SOURCES[source].label, sourceLabel(source, side)),
        ...(figured ? { probabilityDecimal: rounded(probability) } : {}),
        qualitativeRisk: conceptOf("word", wording.word, wording.word),
        rationale: figured
          ? `From ${ofHundred(start.mean)} to ${ofHundred(probability)}.${interval ? ` A ${intervalText({ p95: [interval[0], interval[1]] })}.` : ""}`
          : "Read by sign: no published figure moves it.",
        ...(interval
          ? {
              extension: [
                {
                  url: INTERVAL_URL,
                  valueRange: {
                    low: quantityOf(rounded(interval[0]), "share"),
                    high: quantityOf(rounded(interval[1]), "share"),
                  },
                },
              ],
            }
          : {}),
      },
    ],
    note: notesOf(...against),
  };
}

function rule(telling: Telling, verdict: RuleVerdict): Resource {
  const { subject, encounter, status, opened, idOf } = telling;
  const { rule: one, side, members, positive, negative, open } = verdict;
  const runs = [...new Set(members.flatMap(({ outcome }) => (outcome ? [outcome.run] : [])))];
  const count = (what: string, value: number) => ({
    code: { text: `members ${what}` },
    valueQuantity: quantityOf(value, "times"),
  });
  return {
    resourceType: "Observation",
    id: idOf("rule", one.id, side),
    status,
    code: conceptOf("rule", one.id, one.label),
    subject,
    encounter,
    effectiveDateTime: opened.at,
    bodySite: side ? sideConcept(side) : undefined,
    method: { coding: [codeOf("source", one.source, SOURCES[one.source].label)], text: "cluster rule" },
    valueCodeableConcept: conceptOf("verdict", verdict.verdict, verdict.verdict, describeVerdict(verdict)),
    derivedFrom: runs.map((run) => referTo(run)),
    note: notesOf(
      citationText(one.citation),
      verdict.condition,
      ...members.map(({ member, result, reason }) => `${memberName(member)}: ${result}${reason ? `, ${reason}` : ""}.`),
    ),
    component: [count("positive", positive), count("negative", negative), count("open", open)],
  };
}

export function judged(telling: Telling): readonly Resource[] {
  const examined = examinedSources(telling.reading);
  return [
    ...examined.flatMap(({ rules }) => rules.filter(isBegun).map((verdict) => rule(telling, verdict))),
    ...examined.map((read) => risk(telling, read)),
  ];
}
