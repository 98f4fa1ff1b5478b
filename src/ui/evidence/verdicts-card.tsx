"use client";

import { useState } from "react";
import { InputError } from "@/core/base";
import { type KappaWeights, type VerdictAgreement, verdictAgreement, verdictTable } from "@/core/measurement";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Facts } from "../primitives/facts";
import { Field, inputClass } from "../primitives/field";

type Pairs = readonly (readonly [string, string])[];

/** What was typed as pairs of verdicts, or the first line that is none. */
function verdictsIn(text: string): { readonly pairs: Pairs } | { readonly problem: string } {
  const pairs: (readonly [string, string])[] = [];
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === "" || /^first\b/i.test(line.trim())) continue;
    const [first, second, ...more] = line.split(/[,;\t]/).map((cell) => cell.trim().toLowerCase());
    if (!first || !second || more.length > 0)
      return {
        problem: `Line ${index + 1}, "${line.slice(0, 30)}", is not two verdicts. Write them with a comma between.`,
      };
    pairs.push([first, second]);
  }
  return { pairs };
}

type Worked = {
  readonly words: readonly string[];
  readonly table: readonly (readonly number[])[];
  readonly told: VerdictAgreement;
};

function workOut(text: string, weights: KappaWeights): Worked | { readonly problem: string | null } {
  const read = verdictsIn(text);
  if ("problem" in read) return read;
  if (read.pairs.length === 0) return { problem: null };
  const made = verdictTable(read.pairs);
  try {
    return { ...made, told: verdictAgreement(made.table, made.words.length > 2 ? weights : "none") };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}

const two = (value: number): string => value.toFixed(2);
/** Kappa lies between -1 and 1, whatever its interval is reckoned to. */
const interval = ([low, high]: readonly [number, number]): string =>
  `${two(Math.max(-1, low))} to ${two(Math.min(1, high))}`;
const share = (value: number | null): string => (value === null ? "–" : `${Math.round(value * 100)} %`);

/** So many of each word by the first, against the second. */
function Table({ words, table }: Pick<Worked, "words" | "table">) {
  return (
    <table className="border-collapse text-center tabular-nums">
      <caption className="pb-1 text-start text-sm text-soft">People, by what the first and the second said</caption>
      <thead>
        <tr>
          <th scope="col" className="p-2 text-start text-sm font-normal text-soft">
            first ↓ second →
          </th>
          {words.map((word) => (
            <th key={word} scope="col" className="p-2">
              {word}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {words.map((word, row) => (
          <tr key={word} className="border-t border-line">
            <th scope="row" className="p-2 text-start">
              {word}
            </th>
            {table[row]!.map((count, column) => (
              <td key={words[column]} className={`p-2 ${row === column ? "bg-well font-semibold" : ""}`}>
                {count}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const WEIGHTS: readonly { value: KappaWeights; label: string }[] = [
  { value: "none", label: "alike or not" },
  { value: "linear", label: "by steps" },
  { value: "quadratic", label: "by steps squared" },
];

/** How far two judges, or one judge twice, say the same of the same people. */
export function VerdictsCard() {
  const [text, setText] = useState("");
  const [weights, setWeights] = useState<KappaWeights>("none");
  const worked = workOut(text, weights);
  const problem = "problem" in worked ? (worked.problem ?? undefined) : undefined;
  return (
    <Card heading="Judged twice">
      <p className="mb-3 max-w-3xl">
        The word of a test, said of the same people by two judges or by one twice. Kappa alone falls where nearly all
        are of one word; the adjusted one beside it shows by how much. It is looked at here, and judges nothing.
      </p>
      <div className="grid gap-4 lg:grid-cols-[18rem_1fr]">
        <Field label="First and second verdict of each person, a line each" error={problem}>
          {(ids) => (
            <textarea
              {...ids}
              rows={7}
              placeholder={"positive, positive\npositive, negative\nnegative, negative"}
              className={`${inputClass} py-2 font-mono`}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Field>
        {"told" in worked && (
          <div className="flex flex-wrap items-start gap-6" data-kappa={two(worked.told.kappa)}>
            <Table {...worked} />
            <Facts
              rows={[
                ["People", String(worked.told.n)],
                ["Kappa", `${two(worked.told.kappa)}, 95 % ${interval(worked.told.kappa95)}`],
                ["Adjusted for prevalence", `${two(worked.told.pabak)}, 95 % ${interval(worked.told.pabak95)}`],
                ...(worked.words.length === 2
                  ? ([
                      [`Agreed on ${worked.words[0]}`, share(worked.told.positiveAgreement)],
                      [`Agreed on ${worked.words[1]}`, share(worked.told.negativeAgreement)],
                    ] as const)
                  : []),
              ]}
            />
            {worked.words.length > 2 && (
              <Choice label="A disagreement counts" value={weights} options={WEIGHTS} onChoose={setWeights} />
            )}
          </div>
        )}
      </div>
    </Card>
  );
}
