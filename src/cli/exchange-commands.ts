import type { Command } from "commander";
import { writeFileSync } from "node:fs";
import {
  LANGUAGE_IDS,
  PDF_LETTERS,
  type PdfLetter,
  type Paper,
  PAPER_NAMES,
  parseExamFile,
  READER_IDS,
  refuse,
} from "@/core";
import { bundleOf, codesBundle } from "@/server/exchange/fhir";
import { letterOf } from "@/server/letters/from-file";
import type { Terminal } from "./planning-commands";

/** When the codes were last changed. */
const CODES_DATED = "2026-11-27";

type FhirOptions = { codes?: boolean };

function fhir(path: string | undefined, { codes }: FhirOptions, { readFile, print, done }: Terminal): number {
  if (codes) print(codesBundle(CODES_DATED));
  else if (path === undefined) refuse("<exam.json>", "is missing", "Name an exam file, or ask for --codes.");
  else print(bundleOf(parseExamFile(readFile(path))));
  return done;
}

type LetterOptions = { kind: string; to: string; reader: string; language: string; paper: string; own: string };

const oneOf = <T extends string>(name: string, value: string, all: readonly T[]): T =>
  (all as readonly string[]).includes(value)
    ? (value as T)
    : refuse(`--${name}`, `"${value}" is none of them`, `Use one of: ${all.join(", ")}.`);

async function letter(path: string, options: LetterOptions, { readFile, print, done }: Terminal): Promise<number> {
  const kind: PdfLetter = oneOf("kind", options.kind, PDF_LETTERS);
  const paper: Paper = oneOf("paper", options.paper, PAPER_NAMES);
  const reader = oneOf("reader", options.reader, READER_IDS);
  const language = oneOf("language", options.language, LANGUAGE_IDS);
  const { bytes, pages } = await letterOf(parseExamFile(readFile(path)), {
    kind,
    paper,
    reader,
    language,
    own: options.own,
  });
  try {
    writeFileSync(options.to, bytes, { mode: 0o600 });
  } catch {
    refuse(options.to, "cannot be written", "Check the folder, and that you may write there.");
  }
  print({ file: options.to, kind, pages, bytes: bytes.length });
  return done;
}

/** What other systems and other people read: FHIR bundles and letters. */
export function exchangeCommands(root: Command, terminal: Terminal): void {
  root
    .command("fhir")
    .description("an exam file as a FHIR R4 bundle (JSON), the file itself in it")
    .argument("[exam.json]", "an exported exam")
    .option("--codes", "what our codes are instead: code systems, value sets, the questionnaire")
    .action((path: string | undefined, options: FhirOptions) => terminal.finish(fhir(path, options, terminal)));
  root
    .command("letter")
    .description("a letter of an exam file as a tagged PDF")
    .argument("<exam.json>", "an exported exam; a person's whole file for a progress letter")
    .requiredOption("--kind <kind>", PDF_LETTERS.join(", "))
    .requiredOption("--to <file.pdf>", "where it is written")
    .option("--reader <reader>", `of an ordinary letter: ${READER_IDS.join(", ")}`, "doctor")
    .option("--language <language>", `of the page for the person: ${LANGUAGE_IDS.join(", ")}`, "en")
    .option("--paper <paper>", PAPER_NAMES.join(", "), "A4")
    .option("--own <text>", "what the writer adds: what they can do, or what is asked of the reader", "")
    .action(async (path: string, options: LetterOptions) => terminal.finish(await letter(path, options, terminal)));
}
