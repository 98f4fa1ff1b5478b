import { NEURO_SCALES, protocolOf, SHORT_EXAM_ITEMS, type ShortExamItem } from "../../knowledge";
import { describeRun } from "../letters/describe-run";
import type { TestOutcome } from "../../reading";
import { effectiveRuns, kindOf, ladderOf, measuredText, type Run, type Rung } from "../../record";
import {
  END_FEELS,
  type Outcome,
  placeLabel,
  RESPONSE_LABELS,
  SEGMENT_PAIN,
  SEGMENT_PLAY,
  segmentLabel,
  SOURCES,
  sourceLabel,
} from "../../vocabulary";
import {
  codeOf,
  conceptOf,
  interpretationOf,
  placeConcept,
  quantityOf,
  ratingConcept,
  SHORT_EXAM,
  SHORT_EXAM_NAME,
  sideConcept,
  SEGMENT_PARTS,
} from "./codes";
import { notesOf, type Resource } from "./resources";
import { byActor, type Telling } from "./telling";

/** Each run, the neurological baseline, blood pressure and pulse. */

type Component = Readonly<Record<string, unknown>>;

const NOT_DONE = {
  coding: [{ system: "http://terminology.hl7.org/CodeSystem/data-absent-reason", code: "not-performed" }],
} as const;

const EXAM_CATEGORY = [
  { coding: [{ system: "http://terminology.hl7.org/CodeSystem/observation-category", code: "exam" }] },
] as const;

/** What one stage brought on or showed, where, how bad, under how much. */
function stageComponents({ test }: Run, { stage, record, status }: Rung): readonly Component[] {
  const code = conceptOf("stage", `${test}.${stage.id}`, `${protocolOf(test).name}: ${stage.name}`, stage.name);
  if (status === "skipped") return [{ code, dataAbsentReason: { ...NOT_DONE, text: record?.skipped ?? "left out" } }];
  const told: Component[] = [];
  if (record?.response)
    told.push({ code, valueCodeableConcept: conceptOf("response", record.response, RESPONSE_LABELS[record.response]) });
  if (record?.answer) {
    const label = stage.options?.find(({ id }) => id === record.answer)?.label ?? record.answer;
    told.push({ code, valueCodeableConcept: conceptOf("answer", record.answer, label) });
  }
  const beside = (what: string, value: Component): Component => ({
    code: { ...code, text: `${stage.name}: ${what}` },
    ...value,
  });
  for (const place of record?.places ?? [])
    told.push(beside("where it was felt", { valueCodeableConcept: placeConcept(place) }));
  if (record && record.intensity !== null)
    told.push(beside("how bad", { valueQuantity: quantityOf(record.intensity, "of 10") }));
  if (record?.qualities.length) told.push(beside("what it feels like", { valueString: record.qualities.join(", ") }));
  if (record?.reactions.length) told.push(beside("seen beside it", { valueString: record.reactions.join(", ") }));
  const dose = record?.dose;
  if (dose?.force) told.push(beside("force", { valueQuantity: quantityOf(dose.force.value, dose.force.unit) }));
  if (dose?.seconds != null) told.push(beside("held", { valueQuantity: quantityOf(dose.seconds, "s") }));
  if (dose?.thrusts != null) told.push(beside("thrusts", { valueQuantity: quantityOf(dose.thrusts, "times") }));
  return told;
}

const numbers = ({ test, measures }: Run): readonly Component[] =>
  protocolOf(test).measures.flatMap(({ id, label, unit }) => {
    const value = measures[id];
    return value === undefined
      ? []
      : [
          {
            code: conceptOf("measure", `${test}.${id}`, `${protocolOf(test).name}: ${label}`, label),
            valueQuantity: quantityOf(value, unit),
          },
        ];
  });

const seen = ({ test, signs }: Run): readonly Component[] =>
  protocolOf(test).signs.flatMap(({ id, label, options }) => {
    const found = signs[id];
    return found === undefined
      ? []
      : [
          {
            code: conceptOf("sign", `${test}.${id}`, `${protocolOf(test).name}: ${label}`, label),
            valueString: options.find((option) => option.id === found)?.label ?? found,
          },
        ];
  });

/** What it came to for one source. */
const outcomeComponent = ({ source, side, outcome }: TestOutcome): Component => {
  const interpreted = interpretationOf(outcome);
  return {
    code: conceptOf("source", source, SOURCES[source].label, sourceLabel(source, side)),
    valueCodeableConcept: conceptOf("outcome", outcome, outcome),
    ...(interpreted ? { interpretation: [interpreted] } : {}),
  };
};

/** A test that is positive for any source is positive; negative for all, negative. */
function overall(outcomes: readonly TestOutcome[]): Outcome {
  const found = outcomes.map(({ outcome }) => outcome).filter((outcome) => outcome !== "not tested");
  if (found.length === 0) return "not tested";
  if (found.includes("positive")) return "positive";
  return found.every((outcome) => outcome === "negative") ? "negative" : "equivocal";
}

/** The way it was done, where the test has several. */
function methodOf({ test, variant }: Run) {
  const { schools, name } = protocolOf(test);
  const ways = schools.flatMap((school) => {
    const option = school.options.find(({ id }) => id === variant[school.id]);
    return option
      ? [codeOf("way", `${test}.${school.id}.${option.id}`, `${name}, ${school.label}: ${option.label}`)]
      : [];
  });
  return ways.length ? { coding: ways } : { text: "as the catalogue describes it" };
}

function runObservation(telling: Telling, run: Run, isReplaced: boolean): Resource {
  const { reading, subject, encounter, status } = telling;
  const { name } = protocolOf(run.test);
  const outcomes = reading.outcomes.filter((outcome) => outcome.run === run.id);
  const { rungs } = ladderOf(run);
  const interpreted = interpretationOf(overall(outcomes));
  const isAnswered = rungs.some(
    ({ record, stage }) => kindOf(stage) !== "measure" && (record?.response || record?.answer),
  );
  return {
    resourceType: "Observation",
    id: run.id,
    status: run.stopped ? "cancelled" : status,
    category: EXAM_CATEGORY,
    code: conceptOf("test", run.test, name),
    subject,
    encounter,
    effectiveDateTime: run.at,
    performer: [telling.doneBy],
    interpretation: interpreted ? [interpreted] : [],
    bodySite: run.side ? sideConcept(run.side) : undefined,
    method: methodOf(run),
    ...(isAnswered || describeRun(run)
      ? { valueString: describeRun(run) || "nothing brought on" }
      : { dataAbsentReason: { ...NOT_DONE, text: "not answered" } }),
    note: notesOf(
      isReplaced ? "Replaced by a later run of the same test; it is kept and not read." : null,
      run.stopped ? `Stopped: ${run.stopped.reason}${run.stopped.note ? `, ${run.stopped.note}` : ""}.` : null,
      run.again ? `Repeated: ${run.again}.` : null,
      ...outcomes.map(
        ({ source, side, outcome, reason }) =>
          `${sourceLabel(source, side)}: ${outcome}${reason ? `, ${reason}` : ""}.`,
      ),
      ...outcomes.map(({ note }) => note),
      ...Object.entries(run.measured).map(([id, how]) => `${id}: measured with ${measuredText(how)}.`),
    ),
    component: [
      ...(run.rest ? [{ code: ratingConcept("rest"), valueQuantity: quantityOf(run.rest.intensity, "of 10") }] : []),
      ...rungs.flatMap((rung) => stageComponents(run, rung)),
      ...numbers(run),
      ...seen(run),
      ...(run.soreness
        ? [{ code: ratingConcept("soreness"), valueQuantity: quantityOf(run.soreness.intensity, "of 10") }]
        : []),
      ...outcomes.map(outcomeComponent),
    ],
  };
}

function neurology({ state, subject, encounter, status, opened, idOf }: Telling): readonly Resource[] {
  return state.neuro.map(({ kind, level, side, value, before }) => {
    const { label, steps, normal } = NEURO_SCALES[kind];
    return {
      resourceType: "Observation",
      id: idOf("neurology", kind, level, side),
      status,
      code: conceptOf("neurology", kind, label, `${label}, ${level.toUpperCase()}`),
      subject,
      encounter,
      effectiveDateTime: opened.at,
      bodySite: side ? sideConcept(side) : undefined,
      valueQuantity: quantityOf(value, "score"),
      note: notesOf(
        `${steps.find((step) => step.value === value)?.label ?? value}; ordinary is ${normal}.`,
        before === undefined ? null : `At the visit before: ${before}.`,
      ),
    };
  });
}

const vitals = ({ state, subject, encounter, status, idOf }: Telling): readonly Resource[] =>
  state.vitals.map(({ systolic, diastolic, pulse, position, side, at }, index) => ({
    resourceType: "Observation",
    id: idOf("vitals", index),
    status,
    code: conceptOf("vital", "blood-pressure", "Blood pressure"),
    subject,
    encounter,
    effectiveDateTime: at,
    bodySite: sideConcept(side),
    note: notesOf(`${position}, ${side} arm`),
    component: [
      { code: conceptOf("vital", "systolic", "Systolic blood pressure"), valueQuantity: quantityOf(systolic, "mmHg") },
      {
        code: conceptOf("vital", "diastolic", "Diastolic blood pressure"),
        valueQuantity: quantityOf(diastolic, "mmHg"),
      },
      ...(pulse === null
        ? []
        : [{ code: conceptOf("vital", "pulse", "Pulse"), valueQuantity: quantityOf(pulse, "/min") }]),
    ],
  }));

const segmentPart = (part: "play" | "pain" | "end-feel", id: string, label: string): Component => ({
  code: conceptOf("segment", part, SEGMENT_PARTS[part]),
  valueCodeableConcept: conceptOf("segment", `${part}.${id}`, label),
});

const segments = ({ state, subject, encounter, status, idOf }: Telling): readonly Resource[] =>
  state.segments.map((finding) => {
    const { segment, side, play, pain, places, intensity, endFeel, note, at, techniquesBefore } = finding;
    return {
      resourceType: "Observation",
      id: idOf("segment", segment, side, techniquesBefore),
      status,
      category: EXAM_CATEGORY,
      code: conceptOf("segment", segment, `Segment ${segmentLabel(segment)}`),
      subject,
      encounter,
      effectiveDateTime: at,
      bodySite: side ? sideConcept(side) : undefined,
      note: notesOf(techniquesBefore > 0 ? "After treatment in this visit." : null, note || null),
      component: [
        ...(play ? [segmentPart("play", play, SEGMENT_PLAY[play])] : []),
        ...(pain ? [segmentPart("pain", pain, SEGMENT_PAIN[pain])] : []),
        ...(endFeel ? [segmentPart("end-feel", endFeel, END_FEELS[endFeel])] : []),
        ...(intensity === null
          ? []
          : [
              {
                code: conceptOf("segment", "intensity", SEGMENT_PARTS.intensity),
                valueQuantity: quantityOf(intensity, "of 10"),
              },
            ]),
        ...places.map((place) => ({
          code: conceptOf("segment", "felt", SEGMENT_PARTS.felt),
          valueCodeableConcept: conceptOf("place", place, placeLabel(place)),
        })),
      ],
    };
  });

/** The short examination of the neck: who did it, and what each item showed. */
function shortExamination({ state, subject, encounter, status, idOf }: Telling): readonly Resource[] {
  if (!state.shortExam) return [];
  const { items, actor, at } = state.shortExam;
  return [
    {
      resourceType: "Observation",
      id: idOf("short examination"),
      status,
      category: EXAM_CATEGORY,
      code: conceptOf("short-exam", SHORT_EXAM, SHORT_EXAM_NAME),
      subject,
      encounter,
      effectiveDateTime: at,
      performer: [byActor(actor)],
      component: (Object.keys(SHORT_EXAM_ITEMS) as ShortExamItem[]).map((item) => ({
        code: conceptOf("short-exam", item, SHORT_EXAM_ITEMS[item]),
        ...(items[item] === "not done"
          ? { dataAbsentReason: NOT_DONE }
          : { valueCodeableConcept: conceptOf("short-exam", items[item], items[item]) }),
      })),
    },
  ];
}

export function findings(telling: Telling): readonly Resource[] {
  const { runs } = telling.state;
  const read = new Set(effectiveRuns(runs).map(({ id }) => id));
  return [
    ...neurology(telling),
    ...vitals(telling),
    ...segments(telling),
    ...shortExamination(telling),
    ...runs.map((run) => runObservation(telling, run, !read.has(run.id) && run.techniquesBefore === 0)),
  ];
}
