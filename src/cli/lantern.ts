import { readFileSync, statSync } from "node:fs";
import { Command, CommanderError } from "commander";
import { rebuildRows } from "@/server/repositories/rebuild";
import {
  accuracyOf,
  checkCatalogueText,
  evidenceInFile,
  EXAM_FILE_MAX_BYTES,
  fold,
  InputError,
  irregularities,
  parseExamFile,
  posttest,
  PROTOCOLS,
  type ReadingSettings,
  refuse,
  RULES,
  withRule,
  phrase,
} from "@/core";
import { examFileText, exportExam, exportFindings, exportPerson } from "@/server/exchange/exchange";
import { importAny } from "@/server/exchange/import-any";
import { examIds, loadExam } from "@/server/repositories/exams";
import { isEmpty, loadDemo } from "@/fixtures/demo/demo";
import { openStore } from "@/server/store/open";
import { StoreError } from "@/server/store/store";
import { backupCommands } from "./backup-commands";
import { catalogueLine, catalogueText } from "./catalogue-text";
import { listedExam, listText } from "./list";
import { stateIn } from "./exam-state";
import { logCommands } from "./log-commands";
import { exchangeCommands } from "./exchange-commands";
import { measureCommands } from "./measure-commands";
import { memberCommands } from "./member-commands";
import { planningCommands } from "./planning-commands";
import { readingJson } from "./reading-json";
import { verifyCommands } from "./verify-commands";

const EXIT = { done: 0, finding: 1, badInput: 2, unchecked: 3 } as const;

const now = (): string => new Date().toISOString();
const print = (value: unknown): void =>
  void process.stdout.write(typeof value === "string" ? value : `${JSON.stringify(value, null, 2)}\n`);
const say = (line: string): void => void process.stderr.write(`${line}\n`);

function readFile(path: string): string {
  try {
    if (statSync(path).size > EXAM_FILE_MAX_BYTES)
      refuse(
        path,
        phrase`is larger than ${EXAM_FILE_MAX_BYTES / 1024 / 1024} MB`,
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
    refuse(`--${name}`, phrase`"${value}" is not a number`, "Write it with digits.");
  if (number < low || number > high)
    refuse(`--${name}`, phrase`${value} is outside ${low} to ${high}`, phrase`Use a value from ${low} to ${high}.`);
  return number;
}

type AccuracyOptions = { tp: string; fn: string; fp: string; tn: string; pretest?: string };

function accuracy(options: AccuracyOptions): number {
  const count = (name: "tp" | "fn" | "fp" | "tn") => numberOption(name, options[name], 0, 1e9);
  const figures = accuracyOf({ tp: count("tp"), fn: count("fn"), fp: count("fp"), tn: count("tn") });
  const pretest = options.pretest === undefined ? null : numberOption("pretest", options.pretest, 0.0001, 0.9999);
  const after = (ratio: number) => (pretest === null ? null : posttest(pretest, ratio));
  print({ ...figures, posttestPositive: after(figures.lrPositive), posttestNegative: after(figures.lrNegative) });
  return EXIT.done;
}

function read(path: string, options: { rho?: string; rule?: string }): number {
  const file = parseExamFile(readFile(path));
  const state = stateIn(file);
  const ruleIds = ["none", ...RULES.map(({ id }) => id)];
  if (options.rule !== undefined && !ruleIds.includes(options.rule))
    refuse("--rule", phrase`"${options.rule}" is not a rule`, phrase`Use one of: ${ruleIds.join(", ")}.`);
  state.settings = {
    ...state.settings,
    ...(options.rho === undefined ? {} : { dependence: numberOption("rho", options.rho, 0, 1) }),
    ...(options.rule === undefined ? {} : ruleOption(options.rule, state.settings)),
  };
  print(readingJson(state, evidenceInFile(file, state.evidenceVersion)));
  return EXIT.done;
}

/** A rule counts for its own source; "none" leaves every source without one. */
function ruleOption(id: string, settings: ReadingSettings): Partial<ReadingSettings> {
  const rule = RULES.find((candidate) => candidate.id === id);
  if (rule) return withRule(settings, rule.source, id);
  return { preferredRule: "none", rules: Object.fromEntries(RULES.map(({ source }) => [source, "none"])) };
}

/** Writes what is kept beside the events anew from the events. */
function rebuild(): number {
  const store = openStore();
  const changed = rebuildRows(store, now());
  print(changed);
  return EXIT.done;
}

function exportTo(id: string, options: { csv?: boolean; person?: boolean }): number {
  const store = openStore();
  if (options.csv) print(exportFindings(store, id));
  else print(examFileText((options.person ? exportPerson : exportExam)(store, id, now())));
  return EXIT.done;
}

function importFrom(path: string): number {
  const content = readFile(path);
  const store = openStore();
  const came = importAny(store, content, now());
  print(came);
  for (const exam of came.exams)
    irregularities({ exam, events: loadExam(store, exam)!.events }, true).forEach(({ seq, why }) =>
      say(`Event ${seq} of ${exam}: ${why}.`),
    );
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

/** What is in the store, oldest first: where the ids for export and verify come from. */
function list({ json }: { json?: boolean }): number {
  const store = openStore();
  const exams = examIds(store).map((id) => {
    const { events } = loadExam(store, id)!;
    return listedExam(id, events, fold(events));
  });
  print(json ? exams : listText(exams));
  say(`${exams.length} ${exams.length === 1 ? "exam" : "exams"} in ${store.path}.`);
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
    refuse("--test", phrase`"${test}" is not a test of the catalogue`, 'List them with "lantern catalogue".');
  if (json) print(test === undefined ? chosen : chosen[0]!);
  else if (test !== undefined) print(catalogueText(chosen[0]!));
  else print(chosen.map(catalogueLine).join(""));
  return EXIT.done;
}

function program(finish: (code: number) => void): Command {
  const root = new Command("lantern")
    .description(
      "Dust Lantern from a terminal. Results on stdout, messages on stderr. Exit 0 done, 1 a finding, 2 bad input, 3 could not be checked.",
    )
    .exitOverride()
    .showSuggestionAfterError(false);
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
  backupCommands(root, { finish, print, say, now, exits: EXIT });
  memberCommands(root, { finish, print, say, now, exits: EXIT });
  logCommands(root, { finish, exits: EXIT });
  const terminal = { finish, readFile, print, numberOption, done: EXIT.done };
  planningCommands(root, terminal);
  measureCommands(root, terminal);
  exchangeCommands(root, terminal);
  root
    .command("list")
    .description("the exams of the store: id, number, day, how far it is")
    .option("--json", "as JSON")
    .action((options: { json?: boolean }) => finish(list(options)));
  root
    .command("export")
    .description("an exam of the store as an exam file (JSON)")
    .argument("<id>", "the exam's id")
    .option("--csv", "its findings as CSV instead")
    .option("--person", "the id is a person's: everything of theirs in one file")
    .action((id: string, options: { csv?: boolean; person?: boolean }) => finish(exportTo(id, options)));
  root
    .command("import")
    .description("take an exam file, or a FHIR bundle with one in it, into the store")
    .argument("<file>", "an exported exam, or its bundle")
    .action((path: string) => finish(importFrom(path)));
  verifyCommands(root, { finish, print, say, readFile, exits: EXIT });
  root
    .command("rebuild")
    .description("write roster, profiles and lists anew from the events")
    .action(() => finish(rebuild()));
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

/** Runs one command line and gives its exit code. Those that lock or open back-ups end later: `runToEnd`. */
export function run(args: readonly string[]): number {
  let code: number = EXIT.done;
  try {
    program((given) => (code = given)).parse(args, { from: "user" });
    return code;
  } catch (error) {
    return exitCodeOf(error);
  }
}

/** The same for every command: gives its exit code once its work is done. */
export async function runToEnd(args: readonly string[]): Promise<number> {
  let code: number = EXIT.done;
  try {
    await program((given) => (code = given)).parseAsync(args, { from: "user" });
    return code;
  } catch (error) {
    return exitCodeOf(error);
  }
}

/** Whoever reads the output may have seen enough: that is no fault. */
for (const stream of [process.stdout, process.stderr])
  stream.on("error", (error: NodeJS.ErrnoException) => {
    if (error.code !== "EPIPE") throw error;
    process.exit();
  });

if (/lantern\.(ts|mjs)$/.test(process.argv[1] ?? ""))
  void runToEnd(process.argv.slice(2)).then((code) => (process.exitCode = code));
