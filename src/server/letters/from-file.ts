import {
  anchorText,
  type Course,
  courseFrom,
  courseOf,
  editedLetter,
  eventsIn,
  type ExamFile,
  examIn,
  fold,
  inOrder,
  type Language,
  type PdfLetter,
  linksIn,
  type Note,
  type Paper,
  type Reader,
  refuse,
  type StreamEvent,
  takeHome,
  visitOf,
  writeNote,
  writeOrdinary,
  writeProgress,
  writeReferral,
} from "@/core";
import { readFile } from "../exchange/fhir";
import { letterPdf, type Made, type RecordEnd, takeHomePdf } from "./letters";

export type LetterAsked = {
  readonly kind: PdfLetter;
  readonly paper?: Paper;
  /** Of an ordinary letter. */
  readonly reader?: Reader;
  /** Of the page for the person. */
  readonly language?: Language;
  /** What the writer adds, under a heading of its own; to the person: what they can do. */
  readonly own?: string;
  /** Generated lines that the writer leaves out. */
  readonly leave?: readonly string[];
};

/** The course of the latest exam in a file, as far as the file holds its visits. */
function courseIn(file: ExamFile): { readonly course: Course; readonly last: ReturnType<typeof fold> } {
  const states = file.streams.filter(({ kind }) => kind === "exam").map((stream) => fold(eventsIn(stream)));
  const [last] = states.toSorted((a, b) => (b.opened?.at ?? "").localeCompare(a.opened?.at ?? ""));
  if (!last?.opened)
    return refuse(
      "file › streams",
      "hold no exam that was opened",
      "Export an exam, or a person, and choose that file.",
    );
  const episode = courseOf(last);
  const stream = file.streams.find(({ kind, id }) => kind === "episode" && id === episode);
  const events = stream ? (linksIn(stream).map(({ payload }) => JSON.parse(payload)) as StreamEvent[]) : [];
  const visits = inOrder(states.filter(({ opened }) => opened).map(visitOf));
  return { course: courseFrom({ episode, events, visits, today: file.exportedAt.slice(0, 10) }), last };
}

function progress(file: ExamFile, own: string): { readonly note: Note; readonly course: Course } {
  const { course, last } = courseIn(file);
  const { person } = last.opened!.body;
  const { name, registration } = last.signed?.body ?? { name: last.opened!.actor.name, registration: "" };
  const note = writeProgress(course, {
    person,
    writer: { name, registration },
    today: file.exportedAt.slice(0, 10),
    asked: own,
  });
  return { note, course };
}

/** A letter of one exam, as text: everything but the progress letter and the page for the person. */
function noteOf(file: ExamFile, kind: "referral" | "ordinary" | "record", reader: Reader): Note {
  const { stream, state, reading, spreads } = readFile(file);
  const end = { head: { head: stream.head, length: stream.length }, anchor: anchorOf(file) };
  if (kind === "record") return writeNote(state, reading, end.head, spreads, end.anchor);
  if (kind === "ordinary") return writeOrdinary(state, reading, reader, spreads, end);
  return (
    writeReferral(state, end) ??
    refuse("--kind", "nothing in this exam is to be referred", "Ask for an ordinary letter, or for the record.")
  );
}

const anchorOf = ({ anchor }: ExamFile): string | undefined => (anchor ? anchorText(anchor) : undefined);

/**
 * A letter of an exam file as PDF; a progress letter may have a person's whole file.
 *
 * @param sign signs the picture code with the key of the database that makes the letter
 * @throws InputError when the file holds no such letter
 */
export async function letterOf(file: ExamFile, asked: LetterAsked, sign?: (line: string) => string): Promise<Made> {
  const { kind, paper = "A4", reader = "doctor", language = "en", own = "", leave = [] } = asked;
  const shared = { paper, madeAt: file.exportedAt };
  if (kind === "progress") {
    const { note, course } = progress(file, own);
    return letterPdf(editedLetter(note, leave, ""), { ...shared, course });
  }
  if (kind === "person") {
    const { state, reading } = readFile(file);
    return takeHomePdf(editedLetter(takeHome(state, reading, language, own), leave, ""), shared);
  }
  const { head, length } = examIn(file);
  const anchor = anchorOf(file);
  const end: RecordEnd = { head, length, sign, ...(anchor ? { anchor } : {}) };
  return letterPdf(editedLetter(noteOf(file, kind, reader), leave, own), { ...shared, end });
}
