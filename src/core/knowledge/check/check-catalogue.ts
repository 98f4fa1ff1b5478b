import { LOADS, SITES, SOURCES } from "../../vocabulary";
import { CITATIONS } from "../citations";
import type { Condition, Protocol, School, SourceInterpretation, Stage } from "../protocols/types";
import { TEST_IDS } from "../protocols/test-ids";

/** Something that is wrong with the catalogue: where, what, and what to do. */
export type CatalogueFault = { readonly where: string; readonly what: string; readonly todo: string };

export const fault = (where: string, what: string, todo: string): CatalogueFault => ({ where, what, todo });

/** Every combination of the options of the schools that shape a ladder, as one list of the stages each leaves. */
function laddersOf({ stages, schools }: Protocol): Stage[][] {
  const doing = schools.filter(({ kind }) => kind === "doing");
  const combinations = doing.reduce<Record<string, string>[]>(
    (all, school) => all.flatMap((chosen) => school.options.map(({ id }) => ({ ...chosen, [school.id]: id }))),
    [{}],
  );
  return combinations.map((variant) =>
    stages.filter(({ only }) =>
      Object.entries(only ?? {}).every(([id, options]) => options.includes(variant[id] ?? "steady")),
    ),
  );
}

function stageFaults(protocol: Protocol, stage: Stage): CatalogueFault[] {
  const where = `${protocol.id} › ${stage.id}`;
  const faults: CatalogueFault[] = [];
  if (!stage.question.includes("?")) faults.push(fault(where, "has no question", "Write what is asked at this stage."));
  if (stage.loads.length === 0) faults.push(fault(where, "puts no load on the body", "Name at least one load."));
  for (const { load } of stage.loads)
    if (!(load in LOADS))
      faults.push(fault(where, `names the load "${load}", which is not known`, "Use a load of the vocabulary."));
  if (stage.kind === "observe" && (stage.options?.length ?? 0) < 2)
    faults.push(fault(where, "is observed but has fewer than two answers", "Give it its answers."));
  if (stage.kind === "measure" && !stage.measures?.length)
    faults.push(fault(where, "is measured but names no measure", "Name the numbers it reads."));
  for (const id of stage.measures ?? [])
    if (!protocol.measures.some((measure) => measure.id === id))
      faults.push(fault(where, `reads "${id}", which the test does not measure`, "Add the measure, or leave it out."));
  for (const answer of stage.endsOn ?? [])
    if (!stage.options?.some(({ id }) => id === answer))
      faults.push(fault(where, `ends on "${answer}", which is not an answer of it`, "Use one of its answers."));
  return faults;
}

const schoolFaults = (protocol: Protocol, school: School): CatalogueFault[] => {
  const where = `${protocol.id} › school ${school.id}`;
  const defaults = school.options.filter(({ id }) => id === school.defaultOption);
  return [
    ...(defaults.length === 1
      ? []
      : [fault(where, "does not have exactly one default", "Name one of its options as the default.")]),
    ...school.options
      .filter(({ reason }) => reason.length < 6)
      .map(({ id }) => fault(`${where} › ${id}`, "gives no reason", "Say why somebody would choose it.")),
  ];
};

/** Everything a condition refers to, looked up. */
export function conditionFaults(
  where: string,
  condition: Condition,
  protocol: Protocol,
  schools: readonly School[],
): CatalogueFault[] {
  const stages = new Set(protocol.stages.map(({ id }) => id));
  const optionsOf = (id: string): readonly string[] | null =>
    protocol.signs.find((sign) => sign.id === id)?.options.map((option) => option.id) ??
    (stages.has(id)
      ? protocol.stages
          .filter((stage) => stage.id === id)
          .flatMap((stage) => stage.options?.map((option) => option.id) ?? [])
      : null);
  const faults: CatalogueFault[] = [];
  const stage = (id: string) => {
    if (!stages.has(id))
      faults.push(fault(where, `speaks of stage "${id}", which the test does not have`, "Use one of its stages."));
  };
  [...(condition.at ?? []), ...Object.keys(condition.effect ?? {}), ...Object.keys(condition.response ?? {})].forEach(
    stage,
  );
  const seen = (id: string, wanted: readonly string[]) => {
    const options = optionsOf(id);
    const unknown = wanted.filter((option) => option !== "not done" && !options?.includes(option));
    if (!options || unknown.length)
      faults.push(
        fault(
          where,
          `asks whether "${id}" is ${unknown.join(" or ") || "seen"}, which cannot be recorded`,
          "Use a stage or sign with that answer.",
        ),
      );
  };
  Object.entries(condition.seen ?? {}).forEach(([id, wanted]) => seen(id, wanted));
  condition.seenCount?.of.forEach((id) => {
    if (!optionsOf(id)) seen(id, []);
  });
  const measure = (id: string) => {
    if (!protocol.measures.some((candidate) => candidate.id === id))
      faults.push(
        fault(where, `asks for the number "${id}", which the test does not measure`, "Use one of its measures."),
      );
  };
  condition.measure?.forEach(({ id, lowerThan, notLowerThan, less }) =>
    [id, lowerThan, notLowerThan, less].forEach((measureId) => measureId && measure(measureId)),
  );
  if (condition.difference) measure(condition.difference.id);
  for (const [id, wanted] of Object.entries(condition.school ?? {})) {
    const school = schools.find((candidate) => candidate.id === id);
    if (!school || wanted.some((option) => !school.options.some((offered) => offered.id === option)))
      faults.push(
        fault(
          where,
          `asks for school "${id}" at ${wanted.join(", ")}, which does not exist`,
          "Use a school of the catalogue and one of its options.",
        ),
      );
  }
  if (condition.earlier && !TEST_IDS.includes(condition.earlier.test))
    faults.push(
      fault(
        where,
        `asks for the earlier test "${condition.earlier.test}", which does not exist`,
        "Use a test of the catalogue.",
      ),
    );
  for (const { sites } of [condition.felt, condition.notFelt, condition.restFelt].filter((felt) => felt !== undefined))
    if (sites !== "anywhere" && sites.some((site) => !(site in SITES)))
      faults.push(fault(where, "names a site that is not on the chart", "Use a site of the body chart."));
  for (const inner of [...(condition.any ?? []), ...(condition.not ? [condition.not] : [])])
    faults.push(...conditionFaults(where, inner, protocol, schools));
  return faults;
}

/** Numbers that lead to no other number, and what follows from a source the test does not speak about. */
function ownFaults({ id, measures, aftermath, readings }: Protocol): CatalogueFault[] {
  return [
    ...measures
      .filter(({ upTo }) => upTo !== undefined && !measures.some((other) => other.id === upTo))
      .map((measure) =>
        fault(
          `${id} › measures › ${measure.id}`,
          `must not go beyond "${measure.upTo}", which the test does not measure`,
          "Use one of its measures.",
        ),
      ),
    ...(aftermath ?? [])
      .filter(({ source }) => !readings.some((reading) => reading.source === source))
      .map(({ source }) =>
        fault(
          `${id} › aftermath`,
          `follows from "${source}", about which the test says nothing`,
          "Use a source of its readings.",
        ),
      ),
    ...readings
      .filter(({ figuresOf }) => figuresOf !== undefined && !TEST_IDS.includes(figuresOf))
      .map(({ source, figuresOf }) =>
        fault(
          `${id} › readings › ${source}`,
          `takes the figures of "${figuresOf}", which does not exist`,
          "Use a test of the catalogue.",
        ),
      ),
  ];
}

/** What a line says, beside what it asks. */
const SAID = new Set(["outcome", "reason", "note", "noFigure", "direction", "differentiated"]);

/** A line that asks nothing beyond what was heard decides whatever else was recorded. */
function unconditional({ lines }: SourceInterpretation): ReadonlySet<string> {
  return new Set(
    lines.flatMap(({ when, ...line }) =>
      Object.keys(line).some((field) => !SAID.has(field))
        ? []
        : when === undefined
          ? ["*"]
          : typeof when === "string"
            ? [when]
            : [...when],
    ),
  );
}

const ANSWERS = ["nothing", "stretch", "other", "not reproduced", "reproduced"] as const;

/** Every response of a provoking test must lead somewhere, and every answer of a single observed stage. */
function readingFaults(protocol: Protocol, reading: SourceInterpretation): CatalogueFault[] {
  const where = `${protocol.id} › ${reading.source} ${reading.sides}`;
  const faults: CatalogueFault[] = [];
  if (!(reading.source in SOURCES))
    faults.push(fault(where, "is not a pain source", "Use a source of the vocabulary."));
  if (reading.lines.length === 0) faults.push(fault(where, "has no line", "Say what the test's answers mean for it."));
  if (reading.pointsOnly) return faults;
  const kinds = protocol.stages.map(({ kind = "provoke" }) => kind);
  if (kinds.every((kind) => kind === "provoke" || kind === "release")) {
    const decided = unconditional(reading);
    for (const answer of ANSWERS)
      if (!decided.has(answer) && !decided.has("*"))
        faults.push(fault(where, `has no rule for "${answer}"`, "Add a line for it."));
  }
  const [only] = protocol.stages;
  if (protocol.stages.length === 1 && only?.kind === "observe")
    for (const { id } of only.options ?? [])
      if (!reading.lines.some(({ seen }) => seen?.[only.id]?.includes(id)))
        faults.push(fault(where, `has no rule for the answer "${id}"`, "Add a line for it."));
  return faults;
}

const orderFaults = (protocol: Protocol): CatalogueFault[] =>
  (protocol.orders ?? []).flatMap(({ school, option, stages }) => [
    ...(protocol.schools.some(({ id, options }) => id === school && options.some((offered) => offered.id === option))
      ? []
      : [
          fault(
            `${protocol.id} › order`,
            `is for school "${school}" at "${option}", which the test does not have`,
            "Use one of its schools.",
          ),
        ]),
    ...stages
      .filter((id) => !protocol.stages.some((stage) => stage.id === id))
      .map((id) =>
        fault(`${protocol.id} › order`, `names stage "${id}", which the test does not have`, "Use one of its stages."),
      ),
  ]);

/**
 * Everything wrong with a catalogue: stages without question or load, rules
 * that leave an answer unread, names that lead nowhere. Empty when it is whole.
 *
 * @example checkCatalogue(PROTOCOLS, SCHOOLS) // []
 */
export function checkCatalogue(protocols: readonly Protocol[], schools: readonly School[]): CatalogueFault[] {
  const known = new Set(protocols.map(({ id }) => id));
  return [
    ...TEST_IDS.filter((id) => !known.has(id)).map((id) =>
      fault(id, "is listed but has no protocol", "Add its protocol."),
    ),
    ...protocols.flatMap((protocol) => {
      const { id, readings, citations, earned } = protocol;
      const texts = {
        placing: protocol.placing,
        hands: protocol.hands,
        direction: protocol.direction,
        "stop rule": protocol.stopRule,
      };
      return [
        ...Object.entries(texts)
          .filter(([, text]) => text.length < 8)
          .map(([name]) => fault(`${id} › ${name}`, "is not written", "Write it.")),
        ...(protocol.cautions.length ? [] : [fault(`${id} › cautions`, "holds none", "Name at least one.")]),
        ...(protocol.regions.length
          ? []
          : [fault(`${id} › regions`, "holds none, so nobody finds the test", "Name its region.")]),
        ...citations
          .filter((citation) => !(citation in CITATIONS))
          .map((citation) =>
            fault(`${id} › citations`, `"${citation}" is not in the literature list`, "Add it there."),
          ),
        ...protocol.stages.flatMap((stage) => [
          ...stageFaults(protocol, stage),
          ...(stage.due ? conditionFaults(`${id} › ${stage.id} › due`, stage.due, protocol, schools) : []),
          ...(stage.only
            ? conditionFaults(`${id} › ${stage.id} › only`, { school: stage.only }, protocol, schools)
            : []),
        ]),
        ...laddersOf(protocol)
          .filter((ladder) => ladder.length === 0 || new Set(ladder.map((stage) => stage.id)).size < ladder.length)
          .slice(0, 1)
          .map(() =>
            fault(
              `${id} › stages`,
              "are none, or hold one twice, under some school",
              "Give each ladder its own stages.",
            ),
          ),
        ...protocol.schools.flatMap((school) => schoolFaults(protocol, school)),
        ...orderFaults(protocol),
        ...ownFaults(protocol),
        ...readings.flatMap((reading) => [
          ...readingFaults(protocol, reading),
          ...reading.lines.flatMap((line, index) =>
            conditionFaults(`${id} › ${reading.source} › line ${index + 1}`, line, protocol, schools),
          ),
        ]),
        ...(earned ? conditionFaults(`${id} › earned`, earned.condition, protocol, schools) : []),
      ];
    }),
  ];
}
