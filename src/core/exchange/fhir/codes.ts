import { GUARD_QUESTIONS, NEURO_SCALES, PROTOCOLS, RULES, SHORT_EXAM_ITEMS } from "../../knowledge";
import { SHORT_EXAM_FOUND } from "../../record";
import {
  EFFECTS,
  END_FEELS,
  type Outcome,
  OUTCOMES,
  type Place,
  placeLabel,
  PLACES,
  RESPONSE_LABELS,
  RESPONSES,
  SEGMENT_IDS,
  SEGMENT_PAIN,
  SEGMENT_PLAY,
  segmentLabel,
  type Side,
  SIDES,
  SOURCE_IDS,
  SOURCES,
  TECHNIQUES,
} from "../../vocabulary";
import { WORD_TRAITS } from "../../reading";
import type { CodeableConcept, Coding, Quantity, Resource } from "./resources";

/** Our own codes, each list under an address of its own; units are UCUM's. */

export const systemOf = (list: CodeList): string => `urn:dust-lantern:${list}`;
const valueSetOf = (list: CodeList): string => `urn:dust-lantern:valueset:${list}`;

type Concept = { readonly code: string; readonly display: string };
const named = (code: string, display: string): Concept => ({ code, display });

/** The first of each code: a stage may stand there as it was and as it is. */
const once = (concepts: readonly Concept[]): readonly Concept[] =>
  [...new Map(concepts.toReversed().map((concept) => [concept.code, concept])).values()].toReversed();

/** What is rated from 0 to 10, beside the stages of a test. */
const RATINGS = {
  rest: "symptom at rest, 0 to 10",
  now: "symptom now, 0 to 10",
  best: "symptom at its best, 0 to 10",
  worst: "symptom at its worst, 0 to 10",
  soreness: "soreness after a test, 0 to 10",
} as const;
export type Rating = keyof typeof RATINGS;

export const SHORT_EXAM = "short-examination";
export const SHORT_EXAM_NAME = "Short examination of the neck";

/** What is told of a level. */
export const SEGMENT_PARTS = {
  play: "Joint play",
  pain: "Pain",
  "end-feel": "End feel",
  intensity: "Pain intensity",
  felt: "Where it was felt",
} as const;

/** Every list of codes, and what it is a list of. Stages, options, numbers and signs are named after their test. */
const LISTS = {
  test: ["tests", () => PROTOCOLS.map(({ id, name }) => named(id, name))],
  stage: [
    "stages of tests",
    () =>
      PROTOCOLS.flatMap(({ id, name, stages }) =>
        stages.map((stage) => named(`${id}.${stage.id}`, `${name}: ${stage.name}`)),
      ),
  ],
  measure: [
    "numbers read in tests",
    () =>
      PROTOCOLS.flatMap(({ id, name, measures }) =>
        measures.map((measure) => named(`${id}.${measure.id}`, `${name}: ${measure.label}`)),
      ),
  ],
  sign: [
    "what is seen or felt in tests",
    () =>
      PROTOCOLS.flatMap(({ id, name, signs }) =>
        signs.map((sign) => named(`${id}.${sign.id}`, `${name}: ${sign.label}`)),
      ),
  ],
  way: [
    "ways a test is done or read",
    () =>
      PROTOCOLS.flatMap(({ id, name, schools }) =>
        schools.flatMap((school) =>
          school.options.map((option) =>
            named(`${id}.${school.id}.${option.id}`, `${name}, ${school.label}: ${option.label}`),
          ),
        ),
      ),
  ],
  response: ["what a stage brought on", () => RESPONSES.map((response) => named(response, RESPONSE_LABELS[response]))],
  answer: [
    "what letting go or looking at it showed",
    () => {
      const options = PROTOCOLS.flatMap(({ stages }) => stages.flatMap((stage) => stage.options ?? []));
      return [...EFFECTS.map((effect) => named(effect, effect)), ...options.map(({ id, label }) => named(id, label))];
    },
  ],
  outcome: ["what a test came to for a source", () => OUTCOMES.map((outcome) => named(outcome, outcome))],
  source: ["sources of pain", () => SOURCE_IDS.map((source) => named(source, SOURCES[source].label))],
  word: ["words of a reading", () => Object.keys(WORD_TRAITS).map((word) => named(word, word))],
  rule: ["cluster rules", () => RULES.map(({ id, label }) => named(id, label))],
  verdict: ["what a rule came to", () => ["met", "not met", "open", "no figure"].map((word) => named(word, word))],
  place: ["places on the body", () => PLACES.map((place) => named(place, placeLabel(place)))],
  side: ["sides", () => SIDES.map((side) => named(side, side))],
  rating: ["ratings", () => Object.entries(RATINGS).map(([code, display]) => named(code, display))],
  neurology: ["neurological baseline", () => Object.entries(NEURO_SCALES).map(([id, { label }]) => named(id, label))],
  vital: [
    "blood pressure and pulse",
    () => [
      named("blood-pressure", "Blood pressure"),
      named("systolic", "Systolic blood pressure"),
      named("diastolic", "Diastolic blood pressure"),
      named("pulse", "Pulse"),
    ],
  ],
  segment: [
    "levels of the spine and what hands find there",
    () => [
      ...SEGMENT_IDS.map((segment) => named(segment, `Segment ${segmentLabel(segment)}`)),
      ...Object.entries(SEGMENT_PARTS).map(([part, label]) => named(part, label)),
      ...Object.entries(SEGMENT_PLAY).map(([id, label]) => named(`play.${id}`, label)),
      ...Object.entries(SEGMENT_PAIN).map(([id, label]) => named(`pain.${id}`, label)),
      ...Object.entries(END_FEELS).map(([id, label]) => named(`end-feel.${id}`, label)),
    ],
  ],
  "short-exam": [
    "short examination of the neck",
    () => [
      named(SHORT_EXAM, SHORT_EXAM_NAME),
      ...Object.entries(SHORT_EXAM_ITEMS).map(([id, label]) => named(id, label)),
      ...SHORT_EXAM_FOUND.map((found) => named(found, found)),
    ],
  ],
  technique: ["techniques", () => TECHNIQUES.map((technique) => named(technique, technique))],
  question: ["warning questions", () => GUARD_QUESTIONS.map(({ id, heading }) => named(id, heading))],
  reply: [
    "answers to warning questions",
    () =>
      GUARD_QUESTIONS.flatMap(({ id, options }) => options.map((option) => named(`${id}.${option.id}`, option.label))),
  ],
} as const satisfies Record<string, readonly [title: string, concepts: () => readonly Concept[]]>;
export type CodeList = keyof typeof LISTS;

/**
 * One code of ours.
 *
 * @example codeOf("test", "slump", "Slump") // { system: "urn:dust-lantern:test", code: "slump", display: "Slump" }
 */
export const codeOf = (list: CodeList, code: string, display: string): Coding => ({
  system: systemOf(list),
  code,
  display,
});

export const conceptOf = (list: CodeList, code: string, display: string, text = display): CodeableConcept => ({
  coding: [codeOf(list, code, display)],
  text,
});

/** A place of the body's chart, its side with it. */
export const placeConcept = (place: Place): CodeableConcept => conceptOf("place", place, placeLabel(place));

/** A side by itself: what a test was done on. */
export const sideConcept = (side: Side): CodeableConcept => conceptOf("side", side, side, `${side} side`);

export const ratingConcept = (rating: Rating): CodeableConcept => conceptOf("rating", rating, RATINGS[rating]);

const INTERPRETED = {
  positive: ["POS", "Positive"],
  negative: ["NEG", "Negative"],
  equivocal: ["IND", "Indeterminate"],
  "not interpretable": ["IND", "Indeterminate"],
} as const;

/** The published interpretation an outcome stands for; none where it was not tested. */
export function interpretationOf(outcome: Outcome): CodeableConcept | null {
  if (outcome === "not tested") return null;
  const [code, display] = INTERPRETED[outcome];
  return {
    coding: [{ system: "http://terminology.hl7.org/CodeSystem/v3-ObservationInterpretation", code, display }],
    text: outcome,
  };
}

const UCUM = "http://unitsofmeasure.org" as const;

/** Our units and UCUM's. */
const UNITS = {
  "°": ["deg", "deg"],
  mmHg: ["mm[Hg]", "mmHg"],
  s: ["s", "s"],
  cm: ["cm", "cm"],
  N: ["N", "N"],
  kgf: ["kgf", "kgf"],
  lbf: ["[lbf_av]", "lbf"],
  "of 5": ["{score}", "of 5"],
  "of 10": ["{score}", "of 10"],
  score: ["{score}", "score"],
  share: ["1", "of 1"],
  times: ["{count}", "times"],
  "/min": ["/min", "beats/min"],
} as const;
export type UnitOfOurs = keyof typeof UNITS;

/**
 * A number with its unit.
 *
 * @example quantityOf(42, "°") // { value: 42, unit: "deg", system: "http://unitsofmeasure.org", code: "deg" }
 */
export const quantityOf = (value: number, unit: UnitOfOurs): Quantity => {
  const [code, shown] = UNITS[unit];
  return { value, unit: shown, system: UCUM, code };
};

/**
 * Every list of codes as it is published: a code system and the value set of all of it.
 *
 * @param date YYYY-MM-DD, when the program that writes them was made
 * @example codeSystems("2026-03-02").some(({ url }) => url === "urn:dust-lantern:test") // true
 */
export const codeSystems = (date: string): readonly Resource[] =>
  (Object.keys(LISTS) as CodeList[]).flatMap((list): Resource[] => {
    const [title, concepts] = LISTS[list];
    const concept = once(concepts());
    const shared = { status: "active", experimental: false, date, publisher: "Dust Lantern" } as const;
    return [
      {
        resourceType: "CodeSystem",
        id: `dust-lantern-${list}`,
        url: systemOf(list),
        name: `DustLantern${list.charAt(0).toUpperCase()}${list.slice(1)}`,
        title: `Dust Lantern: ${title}`,
        ...shared,
        caseSensitive: true,
        valueSet: valueSetOf(list),
        content: "complete",
        count: concept.length,
        concept,
      },
      {
        resourceType: "ValueSet",
        id: `dust-lantern-${list}-all`,
        url: valueSetOf(list),
        name: `DustLantern${list.charAt(0).toUpperCase()}${list.slice(1)}All`,
        title: `Dust Lantern: all ${title}`,
        ...shared,
        compose: { include: [{ system: systemOf(list) }] },
      },
    ];
  });
