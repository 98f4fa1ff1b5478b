import { capital, isolated } from "../../base";
import { citationText, CONSENT_COVERS, NEURO_SCALES, protocolOf } from "../../knowledge";
import {
  describeVerdict,
  examinedSources,
  firmnessOf,
  intervalText,
  isBegun,
  ofHundred,
  besideRule,
  comparedRuns,
  sayCompared,
  interpretResponses,
  oneSourceEach,
  baselineLeft,
  percentText,
  responsesTo,
  sayOneSource,
  sayResponse,
  sayRuleBeside,
  type Reading,
  rootLevels,
  sourceKey,
  type SourceReading,
  type Spread,
  testLabel,
  WORD_TRAITS,
} from "../../reading";
import {
  ageAtExam,
  type ChainHead,
  END_REASONS,
  type ExamState,
  irritability,
  type Run,
  runsRead,
  settingsOf,
  sheetLabel,
  symptomsOf,
} from "../../record";
import { reactionText } from "../../course";
import { leftAtEnd } from "../../planning";
import { placeLabel, sourceLabel } from "../../vocabulary";
import { describeRun, holdsAnything } from "./describe-run";
import { safetyLines } from "./safety-section";
import { segmentLines } from "./segment-lines";
import { visitLines } from "./visit-lines";

export type NoteSection = { readonly heading: string; readonly lines: readonly string[] };

/** A record on one page: what a colleague reads in a minute. */
export type Note = {
  readonly title: string;
  readonly who: string;
  readonly when: string;
  readonly sections: readonly NoteSection[];
  readonly signature: readonly string[];
  readonly footer: string;
};

const DEFERENCE =
  "This note lists what was asked, found and reckoned. It is an aid to licensed judgement and local rules and does not replace them; published figures are to be checked before clinical reliance.";

export const day = (instant: string): string => instant.slice(0, 10);

export function complaintLines(state: ExamState): string[] {
  const symptoms = symptomsOf(state);
  const areas = state.areas.map((area) => {
    const scores = (
      [
        ["now", area.now],
        ["best", area.best],
        ["worst", area.worst],
      ] as const
    )
      .filter(([, score]) => score !== null)
      .map(([name, score]) => `${name} ${score}`);
    const symptom = symptoms.find((one) => one.area === area.area);
    const called = symptoms.length > 1 ? `Symptom ${symptom?.letter}` : "Familiar symptom";
    const familiar = symptom ? ` ${called}: "${symptom.words}".` : "";
    return `${area.places.map(placeLabel).join(", ")}${area.qualities.length ? ` (${area.qualities.join(", ")})` : ""}${scores.length ? `; ${scores.join(", ")} of 10` : ""}.${familiar}`;
  });
  const { level, reason } = irritability(state);
  const history = state.history
    ? [
        `Onset: ${state.history.onset}${state.history.weeks === null ? "" : `, ${state.history.weeks} ${state.history.weeks === 1 ? "week" : "weeks"} ago`}${state.history.onsetNote ? `; ${state.history.onsetNote}` : ""}.${state.history.eases ? ` Eased by: ${state.history.eases}.` : ""}`,
      ]
    : [];
  return [
    ...areas,
    ...history,
    ...(level ? [`Irritability ${level}: ${reason}.`] : []),
    ...(state.centralisation ? [`Centralises on repeated movements: ${state.centralisation}.`] : []),
  ];
}

/** What was explained, as far as the words shown said it, and what was answered. */
function consentLines({ consent }: ExamState): string[] {
  if (!consent) return ["Consent is not recorded."];
  const told = consent.told?.map((statement) => CONSENT_COVERS[statement]).join("; ");
  const explained = told
    ? `Explained: ${told}.`
    : `Tests, soreness and the right to stop ${consent.explained ? "explained" : "not explained"}.`;
  return [
    `${explained} The patient ${consent.agreed ? "agreed" : "did not agree"}.${consent.others ? ` Also present: ${consent.others}.` : ""}`,
  ];
}

export function guardLines(state: ExamState): string[] {
  return [...safetyLines(state), ...consentLines(state), ...visitLines(state)];
}

/** At rest, the symptoms named after the first. */
const othersAtRest = (state: ExamState): string =>
  (state.rest?.others ?? [])
    .map(({ symptom, intensity }) => {
      const named = symptomsOf(state).find(({ area }) => area === symptom);
      return `; symptom ${named?.letter ?? "no longer named"} ${intensity} of 10`;
    })
    .join("");

/** One line per test; clear tests share one. */
export function findingLines(state: ExamState, reading: Reading): string[] {
  const clear: string[] = [];
  const lines: string[] = [];
  for (const run of runsRead(state.runs)) {
    const name = testLabel({ test: run.test, testedSide: run.side });
    const ofRun = reading.outcomes.filter((outcome) => outcome.run === run.id);
    const mismatch = ofRun.find(({ doseMismatch }) => doseMismatch)?.doseMismatch;
    const said = [
      describeRun(run),
      ...(run.stopped ? [`stopped, ${run.stopped.reason}`] : []),
      ...(mismatch ? [mismatch] : []),
      ...new Set(ofRun.flatMap(({ note }) => note ?? [])),
    ].filter(Boolean);
    if (said.length) lines.push(`${name}: ${said.join("; ")}.`);
    else if (holdsAnything(run)) clear.push(name);
    else lines.push(`${name}: not answered.`);
  }
  if (state.rest)
    lines.unshift(
      `At rest ${state.rest.intensity} of 10${state.rest.places.length ? `, ${state.rest.places.map(placeLabel).join(", ")}` : ""}${othersAtRest(state)}.`,
    );
  if (clear.length) lines.push(`Nothing brought on by: ${clear.join(", ")}.`);
  lines.push(
    ...state.skips.map(
      (skip) => `${protocolOf(skip.test).name}${skip.side ? ` ${skip.side}` : ""} skipped: ${skip.reason}.`,
    ),
  );
  return lines.length ? lines : ["No test was done."];
}

/** What was done again after a technique: beside the findings, never instead of them. */
function responseLines(state: ExamState): string[] {
  const said = (run: Run) => describeRun(run) || (holdsAnything(run) ? "nothing brought on" : "not answered");
  const newSigns = interpretResponses(state.runs, settingsOf(state)).filter(
    ({ newSinceTechnique }) => newSinceTechnique,
  );
  return responsesTo(state).map((response) => {
    const isNew = newSigns.some(({ run }) => run === response.run.id);
    const compared = response.before ? comparedRuns(response.before, response.run).map(sayCompared) : [];
    return `${sayResponse(response, said)}${compared.length > 0 ? ` ${compared.join("; ")}.` : ""}${isNew ? " New since the technique." : ""}`;
  });
}

const MOST_AGAINST = 3;

/** Sources that signs alone do not point to share a line. */
export function readingSection(examined: readonly SourceReading[], reading: Reading, spreads: Spreads): string[] {
  const quiet = examined.filter(({ figured, wording }) => !figured && wording.word === "not suggested");
  const names = quiet.map(({ source, side }) => sourceLabel(source, side));
  return [
    ...examined
      .filter((source) => !quiet.includes(source))
      .flatMap((source) => readingLines(source, reading, spreads[sourceKey(source.source, source.side)])),
    ...(names.length ? [`Not suggested by sign, no figure: ${names.join(", ")}.`] : []),
  ];
}

/** Intervals by `sourceKey`; a source that is not in it is printed without one. */
export type Spreads = Readonly<Record<string, Spread>>;

function readingLines(sourceReading: SourceReading, reading: Reading, spread: Spread | undefined): string[] {
  const { side, wording, probability, start, preferred, naive, against, figured, outcomes } = sourceReading;
  const beside = besideRule(sourceReading, reading);
  const source = sourceLabel(sourceReading.source, side);
  const rule =
    preferred && isBegun(preferred)
      ? ` ${preferred.rule.label}: ${describeVerdict(preferred)} (${citationText(preferred.rule.citation)}).${beside && beside.part > 0 ? ` ${sayRuleBeside(beside, preferred)}` : ""}`
      : "";
  const rest =
    WORD_TRAITS[wording.word].against === "beside the test and on the note"
      ? against.slice(0, MOST_AGAINST).map((line) => `  ${line}`)
      : [];
  if (!figured) {
    const tests = outcomes
      .filter(({ outcome }) => outcome !== "not tested")
      .map((outcome) => `${testLabel(outcome)} ${outcome.outcome}`);
    return [
      `${source}: ${wording.word} by sign, no figure${tests.length ? ` (${tests.join(", ")})` : ""}.${rule}`,
      ...rest,
    ];
  }
  const interval = spread ? ` ${capital(intervalText(spread))}.` : "";
  const figures = ` From ${percentText(start.mean)} to ${percentText(probability)}: ${ofHundred(probability)}.${interval} Undiscounted product ${percentText(naive)}.`;
  const firm = firmnessOf(wording, spread);
  return [`${source}: ${wording.word}${firm ? `, ${firm}` : ""}.${figures}${rule}`, ...rest];
}

/** The baseline: what is not ordinary, or that all of it is. */
export function baselineLines(state: ExamState): string[] {
  const { neuro } = state;
  if (neuro.length === 0) return [];
  const odd = neuro.filter(({ kind, value }) => value !== NEURO_SCALES[kind].normal);
  const lines = odd.map(({ kind, level, side, value, before }) => {
    const scale = NEURO_SCALES[kind];
    const said = scale.steps.find((step) => step.value === value)?.label ?? String(value);
    return `${scale.label}, ${level.toUpperCase()}${side ? ` ${side}` : ""}: ${said}${before === undefined ? "" : ` (last visit ${before})`}`;
  });
  const left = baselineLeft(state);
  return [
    lines.length
      ? `${lines.join("; ")}. The other ${neuro.length - odd.length} recorded are ordinary.`
      : `${neuro.length} recorded, all ordinary.`,
    ...(left ? [`Not the whole baseline: ${left}.`] : []),
  ];
}

const vitalsLines = ({ vitals }: ExamState): string[] =>
  vitals.map(
    ({ systolic, diastolic, pulse, position, side }) =>
      `Blood pressure ${systolic}/${diastolic} mmHg, ${position}, ${side} arm${pulse === null ? "" : `, pulse ${pulse}`}.`,
  );

export const rootLines = (state: ExamState): string[] =>
  rootLevels(state).map(
    ({ side, level, explains, doesNotExplain }) =>
      `${level.label} ${side} explains most: ${explains.map(({ label }) => label).join(", ")}.${doesNotExplain.length ? ` Not: ${doesNotExplain.map(({ label }) => label).join(", ")}.` : ""}`,
  );

export const techniqueLines = ({ techniques }: ExamState): string[] =>
  techniques.map((technique) =>
    [
      technique.kind,
      technique.region ?? "",
      technique.level,
      technique.side ?? "",
      technique.grade === null ? "" : `grade ${technique.grade}`,
      technique.force === null ? "" : `${technique.force.value} ${technique.force.unit}`,
      technique.holdSeconds === null ? "" : `held ${technique.holdSeconds} s`,
      technique.repetitions === null ? "" : `${technique.repetitions} times`,
      technique.note,
      technique.elsewhere ? "done elsewhere" : "",
      technique.despite ? `done although an answer blocks it: ${technique.despite}` : "",
    ]
      .filter(Boolean)
      .join(", "),
  );

function amendmentLines(state: ExamState): string[] {
  return state.amendments.map(
    ({ event, reason }) =>
      `${day(event.at)}, ${event.actor.name}: ${event.type.replaceAll("-", " ")}. Reason: ${reason}`,
  );
}

/** Why the examination came to its end, and what it left; this leads the letter. */
export function endLines(state: ExamState): string[] {
  const { ended } = state;
  if (!ended) return [];
  const left = leftAtEnd(state);
  return [
    `The examination ended: ${END_REASONS[ended.reason]}${ended.note ? `, ${ended.note}` : ""}.`,
    ...(left.length ? [`Not done: ${left.join("; ")}.`] : []),
  ];
}

/** Who the letter or note is about. */
export function personLine(state: ExamState): string {
  const person = state.opened?.body.person;
  return person
    ? `${person.name}, ${person.number}, born ${person.birthDate} (${ageAtExam(state)}), ${person.sex}`
    : "";
}

/**
 * The note of an exam: the same content for the printed page and for plain text.
 *
 * @param head the chain's end, printed so that a later copy can be compared
 * @param spreads the intervals by source and side; without them none are printed
 * @param anchor the end of the store's journal as it is printed; left out where there is none
 */
export function writeNote(
  state: ExamState,
  reading: Reading,
  head: ChainHead,
  spreads: Spreads = {},
  anchor?: string,
): Note {
  const examined = examinedSources(reading);
  const oneEach = oneSourceEach(reading.sources);
  const sections: NoteSection[] = [
    { heading: "Ended", lines: endLines(state) },
    { heading: "Complaint", lines: complaintLines(state) },
    { heading: "Asked before testing", lines: guardLines(state) },
    {
      heading: "Neurological baseline",
      lines: [...baselineLines(state), ...vitalsLines(state), ...(state.neuro.length ? rootLines(state) : [])],
    },
    { heading: "Levels of the spine", lines: segmentLines(state) },
    { heading: "Findings", lines: findingLines(state, reading) },
    { heading: "Done between tests", lines: techniqueLines(state) },
    { heading: "How they were after", lines: state.reactions.map(reactionText) },
    { heading: "Response to treatment", lines: responseLines(state) },
    {
      heading: "Reading",
      lines: [
        ...readingSection(examined, reading, spreads),
        ...(oneEach ? [`${sayOneSource(oneEach)} One by one they do not add up.`] : []),
      ],
    },
    { heading: "Notes", lines: state.notes.map(({ text }) => text) },
    { heading: "Amendments after signing", lines: amendmentLines(state) },
  ];
  const { signed } = state;
  return {
    title: `Examination: ${sheetLabel(state)}`,
    who: personLine(state),
    when: state.opened ? day(state.opened.at) : "",
    sections: sections.filter(({ lines }) => lines.length > 0),
    signature: signed
      ? [
          `Signed by ${signed.body.name}${signed.body.registration ? ` (${signed.body.registration})` : ""} on ${signed.at.slice(0, 16).replace("T", " ")} UTC.`,
          signed.body.statement,
          recordLine(head, anchor),
        ]
      : ["Not signed yet."],
    footer: DEFERENCE,
  };
}

/** Where a record ends, to be compared with a later copy. */
export const recordLine = ({ head, length }: ChainHead, anchor?: string): string =>
  `Record: ${length} events, chain head ${head}${anchor ? `, journal ${anchor}` : ""}`;

/** The note as plain text, for a letter or another record. */
export function noteText(note: Note): string {
  const sections = note.sections.map(({ heading, lines }) =>
    [heading.toUpperCase(), ...lines.map((line) => (line.startsWith("  ") ? `    ${line.trim()}` : `- ${line}`))].join(
      "\n",
    ),
  );
  const whole = [`${note.title}\n${note.who}\n${note.when}`, ...sections, note.signature.join("\n"), note.footer].join(
    "\n\n",
  );
  return `${whole.split("\n").map(isolated).join("\n")}\n`;
}
