"use client";

import { useEffect, useId, useState } from "react";
import { v4 as randomId } from "uuid";
import { InputError, readNumber } from "@/core/base";
import { citationText, PROTOCOLS, protocolOf, type TestId } from "@/core/knowledge";
import {
  type AngleAgreement,
  angleAgreement,
  formatted,
  MEASURED_WITH,
  type Measure,
  OWN_ERROR_FROM,
  OWN_ERROR_SHOWN_FROM,
  errorSourceText,
} from "@/core/measurement";
import { APART, EXAMINERS, type OwnError, type OwnErrorInput } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { useMay } from "../accounts/use-may";
import { AgreementPlot } from "../charts/agreement-plot";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";
import { Facts } from "../primitives/facts";
import { Field, inputClass } from "../primitives/field";
import { useHere } from "../shell/here";
import { ForceMemoryCard } from "../hands/force-memory-card";
import { PageHeader } from "../shell/page-header";
import { VerdictsCard } from "./verdicts-card";

const MEASURED = PROTOCOLS.filter(({ measures }) => measures.length > 0);
const METHODS = ["onset by pad", "onset by pedal", "onset set by hand on the trace", "end by plateau"] as const;

type Pairs = readonly (readonly [number, number])[];

/** What was typed as pairs, or the first line that is none. */
function pairsIn(text: string): { readonly pairs: Pairs } | { readonly problem: string } {
  const lines = text.split(/\r?\n/).map((line) => line.trim());
  const pairs: (readonly [number, number])[] = [];
  for (const [index, line] of lines.entries()) {
    if (line === "" || /^first\b/i.test(line)) continue;
    /** Where a semicolon or tab parts them, a comma is a decimal one. */
    const between = /[;\t]/.test(line) ? /[;\t]/ : line.includes(",") ? "," : /\s+/;
    const [first, second, ...more] = line.split(between).map((cell) => readNumber(cell));
    if (more.length > 0 || first == null || second == null || !Number.isFinite(first) || !Number.isFinite(second))
      return {
        problem: `Line ${index + 1}, "${line.slice(0, 30)}", is not two numbers. Write them with a comma between.`,
      };
    pairs.push([first, second]);
  }
  return { pairs };
}

type Worked = { readonly pairs: Pairs; readonly agreement: AngleAgreement } | { readonly problem: string | null };

function workOut(text: string): Worked {
  const read = pairsIn(text);
  if ("problem" in read) return read;
  if (read.pairs.length === 0) return { problem: null };
  try {
    return { pairs: read.pairs, agreement: angleAgreement(read.pairs) };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}

const tens = (value: number): number => Math.round(value * 100) / 100;
const interval = ([low, high]: readonly [number, number]): string => `${tens(low)} to ${tens(high)}`;

/** What so many pairs are good for. */
const standing = (pairs: number, examiners: string): string =>
  examiners === "two"
    ? "What two examiners differ by is shown and judges no change of one."
    : pairs >= OWN_ERROR_FROM
      ? `From ${OWN_ERROR_FROM} pairs on it judges in place of the error that ships.`
      : pairs >= OWN_ERROR_SHOWN_FROM
        ? `${pairs} pairs: the larger of it and the error that ships judges. From ${OWN_ERROR_FROM} on it judges alone.`
        : `${pairs} pairs: too few to judge by. From ${OWN_ERROR_SHOWN_FROM} on the larger of both does, from ${OWN_ERROR_FROM} on this one.`;

type Chosen = Omit<OwnErrorInput, "pairs">;
const FIRST: Chosen = {
  test: "straight-leg-raise",
  measure: "onset",
  device: null,
  method: null,
  apart: "days",
  examiners: "one",
};

function SelectField<T extends string>(props: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChoose: (value: T) => void;
}) {
  const id = useId();
  return (
    <label htmlFor={id} className="flex flex-col gap-1">
      <span className="text-sm font-medium">{props.label}</span>
      <select
        id={id}
        className={inputClass}
        value={props.value}
        onChange={(event) => props.onChoose(event.target.value as T)}
      >
        {props.options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

const same = <T extends string>(value: T) => [value, value] as const;
const NONE = "";

/** Of what, with what, how, and how far apart. */
function ChosenFields({ chosen, onChange }: { chosen: Chosen; onChange: (chosen: Chosen) => void }) {
  const { measures } = protocolOf(chosen.test);
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <SelectField
        label="Test"
        value={chosen.test as string}
        options={MEASURED.map(({ id, name }) => [id, name] as const)}
        onChoose={(test) =>
          onChange({ ...chosen, test: test as TestId, measure: protocolOf(test as TestId).measures[0]!.id })
        }
      />
      <SelectField
        label="Number"
        value={chosen.measure}
        options={measures.map(({ id, label }) => [id, label] as const)}
        onChoose={(measure) => onChange({ ...chosen, measure })}
      />
      <SelectField
        label="Measured with"
        value={chosen.device ?? NONE}
        options={[[NONE, "read and typed"], ...MEASURED_WITH.map(same)]}
        onChoose={(device) =>
          onChange({ ...chosen, device: (device || null) as Chosen["device"], method: device ? METHODS[0] : null })
        }
      />
      <SelectField
        label="Marked how"
        value={chosen.method ?? NONE}
        options={chosen.device ? METHODS.map(same) : [[NONE, "read and typed"]]}
        onChoose={(method) => onChange({ ...chosen, method: method || null })}
      />
      <SelectField
        label="The two of a pair lie apart by"
        value={chosen.apart}
        options={APART.map(same)}
        onChoose={(apart) => onChange({ ...chosen, apart })}
      />
      <SelectField
        label="Measured by"
        value={chosen.examiners}
        options={EXAMINERS.map((value) => [value, value === "one" ? "one examiner twice" : "two examiners"] as const)}
        onChoose={(examiners) => onChange({ ...chosen, examiners })}
      />
    </div>
  );
}

/** What the pairs come to, and their picture. */
function Outcome({
  pairs,
  agreement,
  measure,
  examiners,
}: {
  pairs: Pairs;
  agreement: AngleAgreement;
  measure: Measure;
  examiners: string;
}) {
  const say = (value: number) => formatted(measure, tens(value));
  const shipped = errorSourceText(measure, citationText);
  const rows = [
    ["People", String(agreement.n)],
    ["ICC (2,1)", `${tens(agreement.icc)}${agreement.icc95 ? `, 95 % ${interval(agreement.icc95)}` : ""}`],
    ["Error of one measure (SEM)", say(agreement.sem)],
    ["Change beyond the error (MDC 95 %)", say(agreement.mdc95)],
    ["First less second", `${tens(agreement.bias)}, limits ${interval(agreement.limits)}`],
  ] as const;
  return (
    <div className="grid items-center gap-4 lg:grid-cols-2" data-agreement={agreement.n}>
      <div>
        <Facts rows={rows} />
        <p className="mt-2 text-sm" data-standing>
          {standing(agreement.n, examiners)}
          {shipped && ` The change beyond the error that ships: ${shipped}.`}
        </p>
      </div>
      <AgreementPlot pairs={pairs} agreement={agreement} unit={measure.unit} />
    </div>
  );
}

const nameOf = ({ test, measure, device, method, apart, examiners }: Chosen): string => {
  const protocol = protocolOf(test);
  const number = protocol.measures.find(({ id }) => id === measure)?.label ?? measure;
  return `${protocol.name}, ${number.toLowerCase()}: ${device ?? "read and typed"}${method ? `, ${method}` : ""}, ${apart} apart, ${examiners} ${examiners === "one" ? "examiner" : "examiners"}`;
};

/** How far measuring errs here: the same people measured twice. */
export function ErrorsScreen() {
  const { reload } = useHere();
  const mayKeep = useMay("change the figures");
  const [chosen, setChosen] = useState<Chosen>(FIRST);
  const [text, setText] = useState("");
  const [kept, setKept] = useState<readonly OwnError[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    void call(ROUTES.ownErrors, {}, {}).then((told) => {
      if (told.ok) setKept(told.value.errors);
      else setProblem(told.message);
    });
  }, []);
  const worked = workOut(text);
  const measure = protocolOf(chosen.test).measures.find(({ id }) => id === chosen.measure)!;
  const after = async (said: Awaited<ReturnType<typeof call<unknown, { errors: readonly OwnError[] }>>>) => {
    setProblem(said.ok ? null : said.message);
    if (!said.ok) return;
    setKept(said.value.errors);
    await reload();
  };
  const keep = async () => {
    if (!("agreement" in worked)) return;
    const of = { ...chosen, pairs: worked.pairs.map(([first, second]) => [first, second]) };
    await after(await call(ROUTES.keepOwnError, {}, { error: randomId(), of }));
  };
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
        <h1 className="text-2xl font-bold">How far measuring errs here</h1>
        <p className="max-w-3xl">
          Measure the same people twice, without looking at the first number, and enter each pair. What comes out judges
          whether somebody has really changed, in place of the figure that ships. Visits are judged by what was measured
          days apart.
        </p>
        <Card heading="Measured twice">
          <div className="grid gap-4 lg:grid-cols-[1fr_18rem]">
            <ChosenFields chosen={chosen} onChange={setChosen} />
            <Field
              label="First and second of each person, a line each"
              error={"problem" in worked ? (worked.problem ?? undefined) : undefined}
            >
              {(ids) => (
                <textarea
                  {...ids}
                  rows={7}
                  placeholder={"62, 64\n71, 70\n55, 58"}
                  className={`${inputClass} py-2 font-mono`}
                  value={text}
                  onChange={(event) => setText(event.target.value)}
                />
              )}
            </Field>
          </div>
          {"agreement" in worked && (
            <div className="mt-4 flex flex-col gap-3 border-t border-line pt-4">
              <Outcome {...worked} measure={measure} examiners={chosen.examiners} />
              {mayKeep && (
                <Button look="main" className="self-start" onClick={() => void keep()}>
                  Keep it: judge by it from today
                </Button>
              )}
            </div>
          )}
          {problem && (
            <p role="alert" className="mt-3 font-medium text-stop">
              {problem}
            </p>
          )}
        </Card>
        <Card heading="Kept">
          {kept?.length === 0 && <p className="text-soft">Nothing yet: changes are judged by the figures that ship.</p>}
          <ul>
            {kept?.map((one) => (
              <li
                key={one.id}
                data-own-error={one.test}
                className="flex flex-wrap items-center gap-3 border-t border-line py-2 first:border-0"
              >
                <span className="grow">
                  <span className="font-medium">{nameOf(one)}</span>
                  <span className="block text-sm text-soft">
                    {one.pairs.length} pairs, {dayText(one.at)}, by {one.by}.{" "}
                    {standing(one.pairs.length, one.examiners)}
                  </span>
                </span>
                {mayKeep && (
                  <Button onClick={async () => after(await call(ROUTES.withdrawOwnError, {}, { error: one.id }))}>
                    Withdraw
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </Card>
        <VerdictsCard />
        <ForceMemoryCard />
      </main>
    </>
  );
}
