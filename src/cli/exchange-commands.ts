import type { Command } from "commander";
import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import {
  LANGUAGE_IDS,
  PDF_LETTERS,
  type PdfLetter,
  type Paper,
  PAPER_NAMES,
  parseExamFile,
  READER_IDS,
  refuse,
  phrase,
} from "@/core";
import { bundleOf, codesBundle } from "@/server/exchange/fhir";
import { openBundle } from "@/server/exchange/open-bundle";
import { letterOf } from "@/server/letters/from-file";
import { openStore } from "@/server/store/open";
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
    : refuse(`--${name}`, phrase`"${value}" is none of them`, phrase`Use one of: ${all.join(", ")}.`);

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

const SALT_BYTES = 32;

/** The whole store as a folder; never into one that holds something. */
function whole(folder: string, { names }: { names: boolean }, { print, done }: Terminal): number {
  if (existsSync(folder) && readdirSync(folder).length > 0)
    refuse(folder, "is not empty", "Name a folder that is not there yet.");
  const salt = randomBytes(SALT_BYTES).toString("hex");
  const files = openBundle(openStore(), { isNamed: names, salt, now: new Date().toISOString() });
  for (const [path, text] of files) {
    const file = join(folder, path);
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    writeFileSync(file, text, { mode: 0o600 });
  }
  print({ folder, files: files.size, names });
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
    .command("open-bundle")
    .description("the whole store as a folder: tables (CSV), records (JSON), and what each column holds")
    .argument("<folder>", "where it is written; not there yet, or empty")
    .option("--no-names", "nobody is named: ids that say nothing, no free words, no records")
    .action((folder: string, options: { names: boolean }) => terminal.finish(whole(folder, options, terminal)));
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
