import type { Command } from "commander";
import Papa from "papaparse";
import {
  angleAgreement,
  movementOf,
  onsetsOf,
  refuse,
  type Sample,
  verdictAgreement,
  verdictTable,
  phrase,
} from "@/core";
import { rounded } from "./plan-json";
import type { Terminal } from "./planning-commands";

const MOST_ROWS = 100_000;

/** The named columns of a CSV file, row by row, each cell with where it stands. */
function columnsOf(path: string, text: string, names: readonly string[]): { cells: string[]; row: number }[] {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = names.filter((name) => !meta.fields?.includes(name));
  if (missing.length)
    refuse(
      path,
      phrase`has no column "${missing.join('", "')}"`,
      phrase`Write ${names.join(",")} on its first line, by commas.`,
    );
  const [torn] = errors.filter(({ type }) => type === "Quotes");
  if (torn) refuse(`${path} › row ${(torn.row ?? 0) + 2}`, "has a quote that does not end", "Close the quote.");
  if (data.length > MOST_ROWS) refuse(path, phrase`has more than ${MOST_ROWS} rows`, "Take fewer.");
  return data.map((one, index) => ({ cells: names.map((name) => (one[name] ?? "").trim()), row: index + 2 }));
}

function numberIn(path: string, row: number, column: string, cell: string): number {
  const number = Number(cell);
  if (cell === "" || !Number.isFinite(number))
    refuse(
      `${path} › row ${row} › ${column}`,
      cell === "" ? "is empty" : phrase`"${cell}" is not a number`,
      "Write it with digits.",
    );
  return number;
}

const both = ([low, high]: readonly [number, number]) => [rounded(low), rounded(high)];

function angles(path: string, { readFile, print, done }: Terminal): number {
  const pairs = columnsOf(path, readFile(path), ["first", "second"]).map(({ cells: [first, second], row }) => {
    return [numberIn(path, row, "first", first!), numberIn(path, row, "second", second!)] as const;
  });
  const told = angleAgreement(pairs);
  print({
    n: told.n,
    icc: rounded(told.icc),
    icc95: told.icc95 && both(told.icc95),
    sem: rounded(told.sem),
    sem95: told.sem95 && both(told.sem95),
    mdc95: rounded(told.mdc95),
    bias: rounded(told.bias),
    limits: both(told.limits),
    limits95: told.limits95.map(both),
  });
  return done;
}

function verdicts(path: string, { readFile, print, done }: Terminal): number {
  const given = columnsOf(path, readFile(path), ["first", "second"]).map(({ cells, row }) => {
    const [first, second] = cells.map((cell) => cell.toLowerCase());
    for (const [column, cell] of [
      ["first", first!],
      ["second", second!],
    ] as const)
      if (cell === "")
        refuse(`${path} › row ${row} › ${column}`, "is empty", "Write the verdict, or leave the row out.");
    return [first!, second!] as const;
  });
  const { words, table } = verdictTable(given);
  const told = verdictAgreement(table);
  /** Three words have an order (positive, equivocal, negative), in which one step apart is a smaller difference. */
  const stepped = words.length === 3 ? verdictAgreement(table, "linear") : null;
  const orNull = (number: number | null) => (number === null ? null : rounded(number));
  print({
    n: told.n,
    kappa: rounded(told.kappa),
    kappa95: both(told.kappa95),
    pabak: rounded(told.pabak),
    pabak95: both(told.pabak95),
    ...(stepped ? { kappaLinear: rounded(stepped.kappa), kappaLinear95: both(stepped.kappa95) } : {}),
    positiveAgreement: orNull(told.positiveAgreement),
    negativeAgreement: orNull(told.negativeAgreement),
  });
  return done;
}

function samplesIn(path: string, { readFile }: Terminal): Sample[] {
  return columnsOf(path, readFile(path), ["t_ms", "angle_deg"]).map(({ cells: [t, angle], row }) => ({
    t: numberIn(path, row, "t_ms", t!),
    angle: numberIn(path, row, "angle_deg", angle!),
  }));
}

const sampleShown = (sample: Sample | null) => sample && { t: rounded(sample.t), angle: rounded(sample.angle) };

function movement(paths: readonly string[], terminal: Terminal): number {
  terminal.print(
    paths.map((file) => {
      const { start, end, excursion, speed, stoppedInPause } = movementOf(samplesIn(file, terminal));
      return {
        file,
        start: sampleShown(start),
        end: sampleShown(end),
        excursion: rounded(excursion),
        speed: speed === null ? null : rounded(speed),
        stoppedInPause,
      };
    }),
  );
  return terminal.done;
}

/** A mark comes at most so long after what it marks. */
const LONGEST_DELAY_MS = 5000;

function onset(path: string, options: { marks: string; delay: string }, terminal: Terminal): number {
  const delay = terminal.numberOption("delay", options.delay, 0, LONGEST_DELAY_MS);
  const marks = columnsOf(options.marks, terminal.readFile(options.marks), ["t_ms"]).map(({ cells: [t], row }) =>
    numberIn(options.marks, row, "t_ms", t!),
  );
  terminal.print(
    onsetsOf(samplesIn(path, terminal), marks, delay).map(
      (one) =>
        one && {
          mark: rounded(one.mark),
          t: rounded(one.t),
          angle: rounded(one.angle),
          speed: rounded(one.speed),
          error: rounded(one.error),
          tooQuick: one.tooQuick,
        },
    ),
  );
  return terminal.done;
}

/** Movements, onsets, and the agreement of measures and verdicts. */
export function measureCommands(root: Command, terminal: Terminal): void {
  const agreement = root
    .command("agreement")
    .description("how far measures or verdicts of the same people agree, as JSON");
  agreement
    .command("angles")
    .description("ICC(2,1), error, and limits of agreement of a measure taken twice")
    .argument("<file.csv>", "columns first, second: one row a person")
    .action((path: string) => terminal.finish(angles(path, terminal)));
  agreement
    .command("verdicts")
    .description("kappa, adjusted too, of two judges")
    .argument("<file.csv>", "columns first, second: one row a person")
    .action((path: string) => terminal.finish(verdicts(path, terminal)));
  root
    .command("movement")
    .description("where a movement starts and ends in a stream of angles, as JSON: one for each file")
    .argument("<file.csv...>", "columns t_ms, angle_deg")
    .action((paths: string[]) => terminal.finish(movement(paths, terminal)));
  root
    .command("onset")
    .description("the angle at which a symptom came, from the marks somebody gave, as JSON")
    .argument("<file.csv>", "columns t_ms, angle_deg")
    .requiredOption("--marks <marks.csv>", "column t_ms, of the same clock")
    .option("--delay <ms>", "how long after the symptom a mark comes: a pad 300, a pedal or after a word 800", "300")
    .action((path: string, options: { marks: string; delay: string }) =>
      terminal.finish(onset(path, options, terminal)),
    );
  agreement.commands.forEach((command) => command.exitOverride());
}
