import { readFileSync, statSync } from "node:fs";
import { Command, CommanderError } from "commander";
import {
  accuracyOf,
  type ChainFault,
  checkCatalogueText,
  type EvidenceSet,
  EXAM_FILE_MAX_BYTES,
  type ExamFile,
  fold,
  InputError,
  parseExamFile,
  posttest,
  PROTOCOLS,
  type ReadingSettings,
  refuse,
  resolveEvidence,
  RULES,
  SHIPPED_EVIDENCE,
  SHIPPED_VERSION,
  verifyExamFile,
  versionOf,
  withRule,
} from "@/core";
import { examFileText, exportExam, exportFindings, importExam } from "@/server/exchange/exchange";
import { examIds, verifyExam } from "@/server/repositories/exams";
import { isEmpty, loadDemo } from "@/fixtures/demo/demo";
import { openStore, StoreError } from "@/server/store/store";
import { catalogueLine, catalogueText } from "./catalogue-text";
import { readingJson } from "./reading-json";

const EXIT = { done: 0, finding: 1, badInput: 2 } as const;

const now = (): string => new Date().toISOString();
const print = (value: unknown): void =>
  void process.stdout.write(typeof value === "string" ? value : `${JSON.stringify(value, null, 2)}\n`);
const say = (line: string): void => void process.stderr.write(`${line}\n`);

function readFile(path: string): string {
  try {
    if (statSync(path).size > EXAM_FILE_MAX_BYTES)
      refuse(
        path,
        `is larger than ${EXAM_FILE_MAX_BYTES / 1024 / 1024} MB`,
        "Choose an exam file; a whole exam is far smaller.",
      );
    return readFileSync(path, "utf8");
  } catch (error) {
    if (error instanceof InputError) throw error;
    return refuse(path, "cannot be read", "Check the path and that you may read the file.");
  }
}

/** A number from the command line: digits only, so that "5x" is refused and not cut short. */
function numberOption(name: string, value: string, low: number, high: number): number {
  const number = Number(value);
  if (value.trim() === "" || !Number.isFinite(number))
    refuse(`--${name}`, `"${value}" is not a number`, "Write it with digits.");
  if (number < low || number > high)
    refuse(`--${name}`, `${value} is outside ${low} to ${high}`, `Use a value from ${low} to ${high}.`);
  return number;
}

type AccuracyOptions = { tp: string; fn: string; fp: string; tn: string; pretest?: string };

function accuracy(options: AccuracyOptions): number {
  const count = (name: "tp" | "fn" | "fp" | "tn") => numberOption(name, options[name], 0, 1e9);
  const found = accuracyOf({ tp: count("tp"), fn: count("fn"), fp: count("fp"), tn: count("tn") });
  const pretest = options.pretest === undefined ? null : numberOption("pretest", options.pretest, 0.0001, 0.9999);
  const after = (ratio: number) => (pretest === null ? null : posttest(pretest, ratio));
  print({ ...found, posttestPositive: after(found.lrPositive), posttestNegative: after(found.lrNegative) });
  return EXIT.done;
}

/** The figures a file's exam is read under: those that ship, or those that came with it. */
function evidenceOf(file: ExamFile, version: string): EvidenceSet {
  if (version === SHIPPED_VERSION) return SHIPPED_EVIDENCE;
  const changes = file.evidence?.find((one) => versionOf(one) === version);
  return changes
    ? resolveEvidence(changes)
    : refuse(
        "file › evidence",
        `does not hold version ${version}, under which the exam is read`,
        "Export the exam again from the store that holds it.",
      );
}

function read(path: string, options: { rho?: string; rule?: string }): number {
  const file = parseExamFile(readFile(path));
  const state = fold(file.links.map(({ event }) => event));
  if (!state.settings)
    refuse("file › event 1", "is not the opening of an exam", "Export the exam again and choose that file.");
  const ruleIds = ["none", ...RULES.map(({ id }) => id)];
  if (options.rule !== undefined && !ruleIds.includes(options.rule))
    refuse("--rule", `"${options.rule}" is not a rule`, `Use one of: ${ruleIds.join(", ")}.`);
  state.settings = {
    ...state.settings,
    ...(options.rho === undefined ? {} : { dependence: numberOption("rho", options.rho, 0, 1) }),
    ...(options.rule === undefined ? {} : ruleOption(options.rule, state.settings)),
  };
  print(readingJson(state, evidenceOf(file, state.evidenceVersion)));
  return EXIT.done;
}

/** A rule counts for its own source; "none" leaves every source without one. */
function ruleOption(id: string, settings: ReadingSettings): Partial<ReadingSettings> {
  const rule = RULES.find((one) => one.id === id);
  if (rule) return withRule(settings, rule.source, id);
  return { preferredRule: "none", rules: Object.fromEntries(RULES.map(({ source }) => [source, "none"])) };
}

function report(name: string, faults: readonly ChainFault[]): boolean {
  if (faults.length === 0) print(`${name}: whole\n`);
  else faults.forEach(({ message }) => print(`${name}: ${message}\n`));
  return faults.length > 0;
}

function verify(target: string | undefined): number {
  if (target && /[./\\]/.test(target))
    return report(target, verifyExamFile(parseExamFile(readFile(target)))) ? EXIT.finding : EXIT.done;
  const store = openStore();
  const ids = target ? [target] : examIds(store);
  const broken = ids.filter((id) => report(id, verifyExam(store, id)));
  say(`${ids.length} ${ids.length === 1 ? "record" : "records"} verified, ${broken.length} broken.`);
  return broken.length ? EXIT.finding : EXIT.done;
}

function exportTo(id: string, options: { csv?: boolean }): number {
  const store = openStore();
  print(options.csv ? exportFindings(store, id) : examFileText(exportExam(store, id, now())));
  return EXIT.done;
}

function importFrom(path: string): number {
  const content = readFile(path);
  const { exam, added, already } = importExam(openStore(), content, now());
  print({ exam, added, already });
  return EXIT.done;
}

function demo(): number {
  const store = openStore();
  if (!isEmpty(store)) {
    say(`The store ${store.path} holds people already; nothing was added.`);
    return EXIT.done;
  }
  loadDemo(store, now());
  say(`Demo people were loaded into ${store.path}.`);
  return EXIT.done;
}

type CatalogueOptions = { json?: boolean; test?: string; check?: string };

/** The catalogue as it ships, one of its tests, or what is wrong with an edited copy. */
function catalogue({ json, test, check: path }: CatalogueOptions): number {
  if (path !== undefined) {
    const faults = checkCatalogueText(readFile(path));
    faults.forEach(({ where, what, todo }) => print(`${where}: ${what}. ${todo}\n`));
    say(faults.length ? `${faults.length} faults.` : "The catalogue is whole.");
    return faults.length ? EXIT.finding : EXIT.done;
  }
  const chosen = test === undefined ? PROTOCOLS : PROTOCOLS.filter(({ id }) => id === test);
  if (chosen.length === 0)
    refuse("--test", `"${test}" is not a test of the catalogue`, 'List them with "lantern catalogue".');
  if (json) print(test === undefined ? chosen : chosen[0]!);
  else if (test !== undefined) print(catalogueText(chosen[0]!));
  else print(chosen.map(catalogueLine).join(""));
  return EXIT.done;
}

function program(finish: (code: number) => void): Command {
  const root = new Command("lantern")
    .description(
      "Dust Lantern from a terminal. Results on stdout, messages on stderr. Exit 0 done, 1 a finding, 2 bad input.",
    )
    .exitOverride();
  root
    .command("accuracy")
    .description("sensitivity, specificity and likelihood ratios of a 2x2 table, as JSON")
    .requiredOption("--tp <people>", "positive, and have it")
    .requiredOption("--fn <people>", "negative, and have it")
    .requiredOption("--fp <people>", "positive, and do not have it")
    .requiredOption("--tn <people>", "negative, and do not have it")
    .option("--pretest <probability>", "chance before the test, 0 to 1")
    .action((options: AccuracyOptions) => finish(accuracy(options)));
  root
    .command("read")
    .description("the whole reading of an exam file, as JSON")
    .argument("<exam.json>", "an exported exam")
    .option("--rho <0..1>", "assumed dependence within a group")
    .option("--rule <id>", `preferred rule: none, ${RULES.map(({ id }) => id).join(", ")}`)
    .action((path: string, options: { rho?: string; rule?: string }) => finish(read(path, options)));
  root
    .command("export")
    .description("an exam of the store as an exam file (JSON)")
    .argument("<id>", "the exam's id")
    .option("--csv", "its findings as CSV instead")
    .action((id: string, options: { csv?: boolean }) => finish(exportTo(id, options)));
  root
    .command("import")
    .description("take an exam file into the store")
    .argument("<file>", "an exported exam")
    .action((path: string) => finish(importFrom(path)));
  root
    .command("verify")
    .description("find changed, dropped or reordered events")
    .argument("[id|file]", "one exam of the store, or an exam file; all exams without it")
    .action((target: string | undefined) => finish(verify(target)));
  root
    .command("catalogue")
    .description("the tests: a line each, one in full, or all as JSON")
    .option("--json", "as JSON")
    .option("--test <id>", "one test in full")
    .option("--check <file>", "what is wrong with an edited copy of the JSON")
    .action((options: CatalogueOptions) => finish(catalogue(options)));
  root
    .command("demo")
    .description("load the made-up demo people into an empty store")
    .action(() => finish(demo()));
  root.commands.forEach((command) => command.exitOverride());
  return root;
}

/** One clear line for everything that is the caller's to mend; anything else keeps its stack. */
function exitCodeOf(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? EXIT.done : EXIT.badInput;
  if (error instanceof InputError || error instanceof StoreError) {
    say(error instanceof InputError ? error.message.split("\n")[0]! : error.message);
    return EXIT.badInput;
  }
  throw error;
}

/** Runs one command line and gives its exit code. */
export function run(args: readonly string[]): number {
  let code: number = EXIT.done;
  try {
    program((given) => (code = given)).parse(args, { from: "user" });
    return code;
  } catch (error) {
    return exitCodeOf(error);
  }
}

if (process.argv[1]?.endsWith("lantern.ts")) process.exitCode = run(process.argv.slice(2));
