import type { Command } from "commander";
import { parseExamFile, refuse } from "@/core";
import { bundleOf, codesBundle } from "@/server/exchange/fhir";
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

/** What other systems and other people read: FHIR bundles and letters. */
export function exchangeCommands(root: Command, terminal: Terminal): void {
  root
    .command("fhir")
    .description("an exam file as a FHIR R4 bundle (JSON), the file itself in it")
    .argument("[exam.json]", "an exported exam")
    .option("--codes", "what our codes are instead: code systems, value sets, the questionnaire")
    .action((path: string | undefined, options: FhirOptions) => terminal.finish(fhir(path, options, terminal)));
}
