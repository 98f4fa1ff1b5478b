import type { Command } from "commander";
import { changeOf, parseExamFile, refuse, simulatePeople, worthOf, phrase } from "@/core";
import { stateIn } from "./exam-state";
import { planJson, rounded } from "./plan-json";

/** What the terminal lends its commands. */
export type Terminal = {
  readonly finish: (code: number) => void;
  readonly readFile: (path: string) => string;
  readonly print: (value: unknown) => void;
  readonly numberOption: (name: string, value: string, low: number, high: number) => number;
  readonly done: number;
};

const MOST_PEOPLE = 100_000;

function simulate(options: SimulateOptions, { readFile, print, numberOption, done }: Terminal): number {
  const people = numberOption("people", options.people, 1, MOST_PEOPLE);
  if (!Number.isInteger(people))
    refuse("--people", phrase`${options.people} is not a whole number`, "Use a whole number.");
  const world = {
    ...(options.dependence === undefined
      ? {}
      : { dependence: numberOption("dependence", options.dependence, 0, 0.95) }),
    ...(options.pretestTimes === undefined
      ? {}
      : { pretestTimes: numberOption("pretest-times", options.pretestTimes, 0.1, 10) }),
    ...(options.evidenceShare === undefined
      ? {}
      : { evidenceShare: numberOption("evidence-share", options.evidenceShare, 0, 1) }),
  };
  print(simulatePeople(stateIn(parseExamFile(readFile(options.complaint))), { people, seed: options.seed, world }));
  return done;
}

type SimulateOptions = {
  complaint: string;
  people: string;
  seed: string;
  dependence?: string;
  pretestTimes?: string;
  evidenceShare?: string;
};
type ChangeOptions = { before: string; after: string; sem: string; beforeTrials: string; afterTrials: string };

function change(options: ChangeOptions, { print, numberOption, done }: Terminal): number {
  const value = (name: "before" | "after") => numberOption(name, options[name], -1e6, 1e6);
  const trials = (name: "before-trials" | "after-trials", given: string) => {
    const count = numberOption(name, given, 1, 100);
    return Number.isInteger(count)
      ? count
      : refuse(`--${name}`, phrase`${given} is not a whole number`, "Count the trials.");
  };
  const asked = {
    before: value("before"),
    after: value("after"),
    sem: numberOption("sem", options.sem, 1e-6, 1e6),
    beforeTrials: trials("before-trials", options.beforeTrials),
    afterTrials: trials("after-trials", options.afterTrials),
  };
  const { interval95, ...said } = changeOf(asked);
  print({
    change: rounded(said.change),
    mdc: rounded(said.mdc!),
    beyond: said.beyond,
    interval95: interval95!.map((end) => rounded(end)),
  });
  return done;
}

type WorthOptions = { start: string; positive: string; negative: string; threshold?: string };

function worth(options: WorthOptions, { print, numberOption, done }: Terminal): number {
  const share = (name: "start" | "positive" | "negative") => numberOption(name, options[name], 0, 1);
  const asked = { start: share("start"), positive: share("positive"), negative: share("negative") };
  const threshold = options.threshold === undefined ? null : numberOption("threshold", options.threshold, 0, 1);
  const { chance, fall, value } = worthOf({ ...asked, threshold });
  print({ chance: rounded(chance), fall: rounded(fall), value: value === null ? null : rounded(value) });
  return done;
}

/** Plan, simulated people, and change against error. */
export function planningCommands(root: Command, terminal: Terminal): void {
  root
    .command("plan")
    .description("the plan for an exam file's complaint and what was answered so far, as JSON")
    .argument("<exam.json>", "an exported exam")
    .action((path: string) => {
      terminal.print(planJson(stateIn(parseExamFile(terminal.readFile(path)))));
      terminal.finish(terminal.done);
    });
  root
    .command("simulate")
    .description(
      "simulated patients with this complaint, examined by the plan, by everything, by the exam's list, at random and by gain, as JSON",
    )
    .requiredOption("--complaint <exam.json>", "an exported exam")
    .option("--people <number>", "how many", "2000")
    .option("--seed <text>", "the same seed gives the same people", "1")
    .option("--dependence <t>", "how alike results are in truth, 0 to 0.95; left out: as the interpretation takes it")
    .option("--pretest-times <factor>", "what the pre-test probabilities are in truth, as a multiple, up to 95 %")
    .option("--evidence-share <share>", "how much of what a test tells is true, in log odds, 0 to 1")
    .action((options: SimulateOptions) => terminal.finish(simulate(options, terminal)));
  root
    .command("change")
    .description("a change against the error of measuring, as JSON")
    .requiredOption("--before <value>", "the first value")
    .requiredOption("--after <value>", "the second value")
    .requiredOption("--sem <value>", "standard error of one measure, in its unit")
    .option("--before-trials <number>", "over how many trials the first is the mean", "1")
    .option("--after-trials <number>", "the same of the second", "1")
    .action((options: ChangeOptions) => terminal.finish(change(options, terminal)));
  root
    .command("worth")
    .description(
      "what a test is worth before it is done: chance of a positive, fall in bits, value of deciding, as JSON",
    )
    .requiredOption("--start <p>", "the probability now, 0 to 1")
    .requiredOption("--positive <p>", "after a positive")
    .requiredOption("--negative <p>", "after a negative")
    .option("--threshold <p>", "from which you would act; none is published, left out: no value is given")
    .action((options: WorthOptions) => terminal.finish(worth(options, terminal)));
}
