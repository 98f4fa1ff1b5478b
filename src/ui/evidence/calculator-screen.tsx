"use client";

import { ClipboardCopy } from "lucide-react";
import { useState } from "react";
import { InputError } from "@/core/base";
import {
  type Accuracy,
  accuracyOf,
  frequencies,
  percentText,
  posttest,
  ratioText,
  whySpecificityIsNot,
} from "@/core/reading";
import { copyText } from "../primitives/copy-text";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field, inputClass } from "../primitives/field";
import { PageHeader } from "../shell/page-header";
import { ClosedGrid } from "./closed-grid";
import { numberTyped } from "./start-fields";

const CELLS = ["tp", "fn", "fp", "tn"] as const;
type Cell = (typeof CELLS)[number];
const NAMES: Record<Cell, string> = {
  tp: "tests positive",
  fn: "tests negative",
  fp: "tests positive",
  tn: "tests negative",
};
const LAID_OUT: readonly Cell[] = ["tp", "fp", "fn", "tn"];

type Worked = { accuracy: Accuracy; start: number } | { errors: Partial<Record<Cell | "start" | "table", string>> };

/** The table as figures, or what is wrong with it at each cell. */
function workOut(cells: Record<Cell, string>, startText: string): Worked {
  const errors: Partial<Record<Cell | "start" | "table", string>> = {};
  for (const cell of CELLS) {
    if (cells[cell].trim() === "") errors[cell] = "Is empty. Write how many people, 0 if none.";
    else if (!Number.isInteger(numberTyped(cells[cell])) || numberTyped(cells[cell]) < 0)
      errors[cell] = "Is not a number of people. Use a whole number, 0 or more.";
  }
  const start = numberTyped(startText) / 100;
  if (!(start > 0 && start < 1)) errors.start = "Is not between 0 and 100 %. Nothing could move a chance of 0 or 100.";
  if (Object.keys(errors).length) return { errors };
  const counts = Object.fromEntries(CELLS.map((cell) => [cell, numberTyped(cells[cell])])) as Record<Cell, number>;
  try {
    return { accuracy: accuracyOf(counts), start };
  } catch (error) {
    if (error instanceof InputError) return { errors: { table: error.message } };
    throw error;
  }
}

const interval = ([low, high]: readonly [number, number]): string => `95 % ${ratioText(low)} to ${ratioText(high)}`;

function textOf({ accuracy, start }: Extract<Worked, { accuracy: Accuracy }>, cells: Record<Cell, string>): string {
  return [
    `2x2 table: TP ${cells.tp}, FN ${cells.fn}, FP ${cells.fp}, TN ${cells.tn}.`,
    `Sensitivity ${accuracy.sensitivity.toFixed(2)}, specificity ${accuracy.specificity.toFixed(2)}.`,
    `LR+ ${ratioText(accuracy.lrPositive)} (${interval(accuracy.lrPositive95)}), LR- ${ratioText(accuracy.lrNegative)} (${interval(accuracy.lrNegative95)}).`,
    `From ${percentText(start)}: ${percentText(posttest(start, accuracy.lrPositive))} after a positive, ${percentText(posttest(start, accuracy.lrNegative))} after a negative.`,
    whySpecificityIsNot(start, accuracy.sensitivity, accuracy.specificity),
  ].join("\n");
}

/** A study's 2x2 table at the table: ratios, intervals, and what they do to a chance. */
export function CalculatorScreen() {
  const [cells, setCells] = useState<Record<Cell, string>>({ tp: "23", fn: "4", fp: "7", tn: "26" });
  const [start, setStart] = useState("25");
  const [copied, setCopied] = useState(false);
  const worked = workOut(cells, start);
  const errors = "errors" in worked ? worked.errors : {};
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
        <h1 className="text-2xl font-bold">2x2 calculator</h1>
        <div className="grid gap-4 lg:grid-cols-[22rem_1fr]">
          <Card heading="The study's people">
            <div className="grid grid-cols-2 gap-3">
              <p className="text-center text-sm font-medium">Have it</p>
              <p className="text-center text-sm font-medium">Do not have it</p>
              {LAID_OUT.map((cell) => (
                <Field
                  key={cell}
                  label={
                    <span className="text-sm">
                      {cell.toUpperCase()}: {NAMES[cell]}
                    </span>
                  }
                  error={errors[cell]}
                >
                  {(ids) => (
                    <input
                      {...ids}
                      inputMode="numeric"
                      className={inputClass}
                      value={cells[cell]}
                      onChange={(event) => setCells({ ...cells, [cell]: event.target.value })}
                    />
                  )}
                </Field>
              ))}
            </div>
            <Field label="Chance before the test, %" error={errors.start} className="mt-3">
              {(ids) => (
                <input
                  {...ids}
                  inputMode="decimal"
                  className={inputClass}
                  value={start}
                  onChange={(event) => setStart(event.target.value)}
                />
              )}
            </Field>
            {errors.table && (
              <p role="alert" className="mt-3 text-sm font-medium text-stop">
                {errors.table}
              </p>
            )}
          </Card>
          {"accuracy" in worked ? (
            <Card
              heading="What it says"
              aside={
                <Button
                  onClick={async () => {
                    setCopied(await copyText(textOf(worked, cells)));
                  }}
                >
                  <ClipboardCopy aria-hidden size={18} /> {copied ? "Copied" : "Copy as text"}
                </Button>
              }
            >
              <Result {...worked} />
            </Card>
          ) : (
            <Card heading="What it says">
              <p className="text-soft">Fill in the table first.</p>
            </Card>
          )}
        </div>
      </main>
    </>
  );
}

function Result({ accuracy, start }: Extract<Worked, { accuracy: Accuracy }>) {
  const people = frequencies(start, accuracy.sensitivity, accuracy.specificity);
  const rows = [
    ["Sensitivity", accuracy.sensitivity.toFixed(4), ""],
    ["Specificity", accuracy.specificity.toFixed(4), ""],
    ["LR+", ratioText(accuracy.lrPositive), interval(accuracy.lrPositive95)],
    ["LR-", accuracy.lrNegative.toFixed(3), interval(accuracy.lrNegative95)],
    ["After a positive", percentText(posttest(start, accuracy.lrPositive)), `from ${percentText(start)}`],
    ["After a negative", percentText(posttest(start, accuracy.lrNegative)), `from ${percentText(start)}`],
  ] as const;
  return (
    <div className="flex flex-col gap-4" data-result>
      <table className="w-full">
        <tbody>
          {rows.map(([name, value, more]) => (
            <tr key={name} className="border-b border-line">
              <th scope="row" className="py-1.5 pe-4 text-start font-medium">
                {name}
              </th>
              <td className="py-1.5 text-end text-xl font-bold">{value}</td>
              <td className="py-1.5 ps-4 text-soft">{more}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ClosedGrid people={people} />
      <p className="max-w-prose">{whySpecificityIsNot(start, accuracy.sensitivity, accuracy.specificity)}</p>
      <p className="text-sm text-soft">
        Intervals by the log method; with an empty cell half a person is added to all four. A study&apos;s figures are
        about its own people.
      </p>
    </div>
  );
}
