import { UPPER_MOTOR_SIGNS } from "../neurology";
import { CITATIONS } from "../citations";
import type { Protocol, School } from "../protocols/types";
import { isFact } from "../rules";
import type { ClusterRule, PrintedFigures, RuleFigures, TestMember } from "../rules/types";
import { qualityOf } from "../studies/quality";
import type { AccuracyRecord } from "../studies/types";
import { type CatalogueFault, conditionFaults, fault } from "./check-catalogue";

type Known = {
  readonly protocols: readonly Protocol[];
  readonly schools: readonly School[];
  readonly records: readonly Pick<AccuracyRecord, "id" | "test">[];
};

const within = (value: number | undefined, [low, high]: readonly [number, number] = [-Infinity, Infinity]): boolean =>
  value === undefined || (low <= value && value <= high);

/** Counts, shares and ratios that cannot be, and intervals that do not hold their figure. */
export function printedFaults(where: string, figures: PrintedFigures): CatalogueFault[] {
  const { counts, sensitivity, specificity, lrPositive, lrNegative } = figures;
  const wrong: string[] = [];
  const whole = (value: number) => Number.isInteger(value) && value >= 0;
  if (counts && !Object.values(counts).every(whole)) wrong.push("counts people in parts");
  if (counts && (counts.tp + counts.fn === 0 || counts.fp + counts.tn === 0)) wrong.push("counts nobody in a column");
  for (const [name, share] of Object.entries({ sensitivity, specificity }))
    if (share !== undefined && !(share > 0 && share <= 1)) wrong.push(`gives a ${name} of ${share}`);
  for (const [name, ratio] of Object.entries({ lrPositive, lrNegative }))
    if (ratio !== undefined && !(ratio > 0)) wrong.push(`gives a ratio ${name} of ${ratio}`);
  for (const name of ["sensitivity", "specificity", "lrPositive", "lrNegative"] as const)
    if (!within(figures[name], figures[`${name}95`])) wrong.push(`gives an interval of ${name} that leaves it out`);
  if (!counts && sensitivity === undefined && lrPositive === undefined) wrong.push("holds no figure");
  return wrong.map((what) => fault(where, what, "Copy the study's figures again."));
}

function figureFaults(where: string, figures: RuleFigures, members: number): CatalogueFault[] {
  const outside = (k: number) => !Number.isInteger(k) || k < 0 || k > members;
  if (figures.kind === "k of n")
    return [
      ...(outside(figures.k) || figures.k === 0
        ? [fault(where, `asks for ${figures.k} of ${members}`, "Give a number of its members.")]
        : []),
      ...printedFaults(where, figures),
    ];
  if (figures.kind === "k or more") {
    const ks = figures.cutOffs.map(({ k }) => k);
    return [
      ...(ks.some(outside) || ks.some((k, index) => index > 0 && k <= ks[index - 1]!)
        ? [fault(where, `has the cut-offs ${ks.join(", ")}`, "Give numbers of its members, lowest first.")]
        : []),
      ...figures.cutOffs.flatMap((cutOff) => printedFaults(where, cutOff)),
    ];
  }
  return figures.strata.flatMap(({ from, to, lr, lr95 }, index) => [
    ...(outside(from) || outside(to) || from > to || (index > 0 && from <= figures.strata[index - 1]!.to)
      ? [
          fault(
            where,
            `has a figure for ${from} to ${to} of ${members}`,
            "Give counts that do not overlap, lowest first.",
          ),
        ]
      : []),
    ...(lr > 0 && within(lr, lr95)
      ? []
      : [fault(where, `gives a ratio of ${lr} that cannot be, or an interval that leaves it out`, "Copy it again.")]),
  ]);
}

function memberFaults(where: string, member: TestMember, rule: ClusterRule, known: Known): CatalogueFault[] {
  const protocol = known.protocols.find(({ id }) => id === member.test);
  if (!protocol) return [fault(where, `counts the test "${member.test}", which does not exist`, "Use a test's id.")];
  const { positive, record } = member;
  const faults: CatalogueFault[] = [];
  if (protocol.sided === (member.run === "only run"))
    faults.push(
      fault(
        where,
        `asks for the ${member.run} of a test ${protocol.sided ? "with" : "without"} sides`,
        protocol.sided ? 'Say "own side" or "other side".' : 'Say "only run".',
      ),
    );
  if (!positive && !protocol.readings.some(({ source }) => source === rule.source))
    faults.push(
      fault(
        where,
        "says nothing about the rule's source",
        "Give the rule's own definition of positive, or leave it out.",
      ),
    );
  const named = known.records.find(({ id }) => id === record);
  if (record !== undefined && named?.test !== member.test)
    faults.push(
      fault(where, `counts with the record "${record}", which is not one of this test`, "Use one of its records."),
    );
  return [
    ...faults,
    ...[positive?.condition, positive?.known]
      .filter((condition) => condition !== undefined)
      .flatMap((condition) => conditionFaults(where, condition, protocol, known.schools)),
  ];
}

function ruleFaults(rule: ClusterRule, known: Known): CatalogueFault[] {
  const { id, members, figures, citation } = rule;
  const texts = {
    label: rule.label,
    definition: rule.definition,
    population: rule.population,
    reference: rule.reference,
  };
  const said = members.map((member) => (isFact(member) ? member.label : `${member.test} ${member.run}`));
  return [
    ...Object.entries(texts)
      .filter(([, text]) => text.length < 5)
      .map(([name]) => fault(`${id} › ${name}`, "is not written", "Write it.")),
    ...(citation in CITATIONS
      ? []
      : [fault(`${id} › citation`, `"${citation}" is not in the literature list`, "Add it there.")]),
    ...(qualityOf(citation)
      ? []
      : [fault(`${id} › quality`, "has not been judged", "Add its four letters to quality.ts.")]),
    ...(["reference", "population"] as const)
      .filter((field) => /as in the paper/i.test(rule[field]))
      .map((field) => fault(`${id} › ${field}`, "tells the reader nothing", "Say what the study had.")),
    ...(members.length ? [] : [fault(`${id} › members`, "are none", "Name what it counts.")]),
    ...(new Set(said).size < said.length ? [fault(`${id} › members`, "hold one twice", "Count each once.")] : []),
    ...figureFaults(`${id} › figures`, figures, members.length),
    ...members.flatMap((member, index) => {
      const where = `${id} › member ${index + 1}`;
      if (!isFact(member)) return memberFaults(where, member, rule, known);
      const { fact } = member;
      if (fact.kind === "upper motor sign" && !UPPER_MOTOR_SIGNS.some((sign) => sign.id === fact.sign))
        return [fault(where, `asks for the sign "${fact.sign}", which is not examined`, "Use one of the baseline's.")];
      const protocol = fact.kind === "mean of both sides" && known.protocols.find((one) => one.id === fact.test);
      if (
        fact.kind === "mean of both sides" &&
        !(protocol && protocol.sided && protocol.measures.some((measure) => measure.id === fact.measure))
      )
        return [
          fault(
            where,
            `asks for the number "${fact.measure}" of "${fact.test}" on both sides`,
            "Use a number of a test with sides.",
          ),
        ];
      if (fact.kind === "age" && (fact.over === undefined) === (fact.under === undefined))
        return [fault(where, "asks for an age without one limit", "Say over or under.")];
      return [];
    }),
  ];
}

/**
 * Everything wrong with rules: members that lead nowhere or do not speak of the
 * rule's source, figures that cannot be, a source with several rules of which
 * none, or more than one, is the usual. Empty when they are whole.
 *
 * @example checkRules(RULES, { protocols: PROTOCOLS, schools: SCHOOLS, records: EVIDENCE }) // []
 */
export function checkRules(rules: readonly ClusterRule[], known: Known): CatalogueFault[] {
  const ids = rules.map(({ id }) => id);
  const sources = [...new Set(rules.map(({ source }) => source))];
  return [
    ...ids
      .filter((id, index) => ids.indexOf(id) !== index)
      .map((id) => fault(id, "is the id of two rules", "Give each its own.")),
    ...sources.flatMap((source) => {
      const own = rules.filter((rule) => rule.source === source);
      const usual = own.filter((rule) => rule.usual).length;
      return usual > 1 || (own.length > 1 && usual === 0)
        ? [
            fault(
              `rules › ${source}`,
              `are ${own.length}, of which ${usual} count as a rule`,
              "Mark one of them as usual.",
            ),
          ]
        : [];
    }),
    ...rules.flatMap((rule) => ruleFaults(rule, known)),
  ];
}
