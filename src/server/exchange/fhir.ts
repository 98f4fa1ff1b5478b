import {
  codeSystems,
  createDrawBook,
  type DrawBook,
  evidenceInFile,
  eventsIn,
  type EvidenceSet,
  type ExamFile,
  examIn,
  examinedSources,
  fold,
  guardQuestionnaire,
  noteText,
  readExam,
  type Reading,
  settingsOf,
  sourceKey,
  type Spread,
  spreadOf,
  toBundle,
  type Bundle,
  writeNote,
} from "@/core";
import { examFileText } from "./exchange";

export const base64Of = (text: string): string => Buffer.from(text, "utf8").toString("base64");

/** The text behind base64; null when it is no base64 of a text in UTF-8. */
export function fromBase64(data: string): string | null {
  const bytes = Buffer.from(data, "base64");
  const text = bytes.toString("utf8");
  return Buffer.from(text, "utf8").equals(bytes) ? text : null;
}

/** The draws are the same for every exam that is read under the same figures: made once, when they are first asked for. */
let held: { readonly version: string; readonly book: DrawBook } | null = null;

function drawsFor(evidence: EvidenceSet): DrawBook {
  if (held?.version !== evidence.version)
    held = { version: evidence.version, book: createDrawBook(undefined, evidence) };
  return held.book;
}

/** The intervals of what is figured, drawn as the screens draw them. */
function spreadsOf(reading: Reading): Record<string, Spread> {
  const draws = drawsFor(reading.evidence);
  return Object.fromEntries(
    examinedSources(reading)
      .filter(({ figured }) => figured)
      .map(({ source, side, recipe, wording }) => [sourceKey(source, side), spreadOf(recipe, wording.band, draws)]),
  );
}

/** What an exam file holds, read: its state, its end, what is read of it, the intervals. */
export function readFile(file: ExamFile) {
  const stream = examIn(file);
  const state = fold(eventsIn(stream));
  const reading = readExam({ ...state, settings: settingsOf(state) }, evidenceInFile(file, state.evidenceVersion));
  return { stream, state, reading, spreads: spreadsOf(reading) };
}

/**
 * The FHIR R4 bundle of an exam file, the file itself in it.
 *
 * @throws InputError when it holds no exam, or several, or one that was never opened
 */
export function bundleOf(file: ExamFile): Bundle {
  const { stream, state, reading, spreads } = readFile(file);
  const { head, length } = stream;
  return toBundle({
    state,
    reading,
    head: { head, length },
    spreads,
    note: noteText(writeNote(state, reading, { head, length }, spreads)),
    file: examFileText(file),
    store: file.store,
    madeAt: file.exportedAt,
    base64: base64Of,
  });
}

/** What our codes are, as a bundle: code systems, value sets, and the guard's questionnaire. */
export const codesBundle = (date: string): Bundle => ({
  resourceType: "Bundle",
  id: "dust-lantern-codes",
  type: "collection",
  entry: [...codeSystems(date), guardQuestionnaire(date)].map((resource) => ({
    fullUrl: String(resource.url),
    resource,
  })),
});
