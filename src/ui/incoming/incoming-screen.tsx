"use client";

import { FileUp, UserPlus } from "lucide-react";
import { useRef, useState } from "react";
import {
  type ColumnsChosen,
  columnsGuessed,
  DATE_ORDERS,
  type DateOrder,
  INCOMING_COLUMNS,
  type KindsChosen,
} from "@/core/exchange";
import { call } from "@/wire/call";
import { EXCHANGE_ROUTES } from "@/wire/exchange-routes";
import { type FateName, FATES, type Fates, INCOMING_MAX_BYTES } from "@/wire/incoming";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { PageHeader } from "../shell/page-header";
import { NumbersCard } from "./numbers-card";

const SHOWN = 200;
const LABELS: Readonly<Record<(typeof INCOMING_COLUMNS)[number], string>> = {
  name: "Name, or first name",
  family: "Family name",
  birthDate: "Date of birth",
  sex: "Sex",
  number: "Number elsewhere",
  contact: "Contact",
};
const FATE_WORDS: Readonly<Record<FateName, string>> = {
  new: "will be added",
  "here already": "is here already",
  "perhaps here": "is perhaps here: left out",
  refused: "cannot be taken",
};
const NO_COLUMNS = Object.fromEntries(INCOMING_COLUMNS.map((column) => [column, null])) as ColumnsChosen;

type File_ = { readonly name: string; readonly content: string; readonly kind: "csv" | "fhir" };

function FateTable({ fates }: { fates: Fates["fates"] }) {
  const count = (fate: FateName) => fates.filter((one) => one.fate === fate).length;
  return (
    <>
      <p role="status" className="font-medium">
        {FATES.filter((fate) => count(fate) > 0)
          .map((fate) => `${count(fate)} ${fate}`)
          .join(", ") || "Nobody in it."}
      </p>
      <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="What becomes of each">
        <table className="w-full text-start text-sm">
          <thead>
            <tr className="border-b border-edge">
              {["Where", "Name", "Born", "What becomes of it", "Beside it", "Why"].map((heading) => (
                <th key={heading} scope="col" className="py-1 pe-3 font-medium">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {fates.slice(0, SHOWN).map(({ where, name, birthDate, fate, why, told }) => (
              <tr key={where} data-fate={fate} className="border-b border-line align-top">
                <td className="py-1.5 pe-3 whitespace-nowrap">{where}</td>
                <td className="py-1.5 pe-3 font-medium">{name}</td>
                <td className="py-1.5 pe-3 whitespace-nowrap">{birthDate}</td>
                <td className={`py-1.5 pe-3 ${fate === "refused" ? "font-semibold text-stop" : ""}`}>
                  {FATE_WORDS[fate]}
                </td>
                <td className="py-1.5 pe-3 whitespace-nowrap">
                  {told > 0 && `${told} ${told === 1 ? "thing" : "things"} told`}
                </td>
                <td className="py-1.5">{why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {fates.length > SHOWN && <p className="mt-1 text-sm text-soft">The first {SHOWN} are shown.</p>}
    </>
  );
}

type ColumnsProps = {
  readonly headings: readonly string[];
  readonly columns: ColumnsChosen;
  readonly onChange: (columns: ColumnsChosen) => void;
};

const Columns = ({ headings, columns, onChange }: ColumnsProps) => (
  <div className="grid gap-3 sm:grid-cols-3">
    {INCOMING_COLUMNS.map((column) => (
      <Field key={column} label={LABELS[column]}>
        {(ids) => (
          <select
            {...ids}
            className={inputClass}
            value={columns[column] ?? ""}
            onChange={(event) => onChange({ ...columns, [column]: event.target.value || null })}
          >
            <option value="">not in this file</option>
            {headings.map((heading) => (
              <option key={heading} value={heading}>
                {heading}
              </option>
            ))}
          </select>
        )}
      </Field>
    ))}
  </div>
);

/** The kinds with what was chosen for them, also while the answer to it is on its way. */
const asChosen = (kinds: Fates["numbers"], chosen: KindsChosen): Fates["numbers"] =>
  kinds.map((one) => ({ ...one, is: chosen.find(({ kind }) => kind === one.kind)?.is ?? one.is }));

/** Says what is being done, with a bar. */
const Doing = ({ what }: { what: string | null }) => (
  <div role="status" className="mt-2">
    {what && (
      <label className="flex items-center gap-3">
        <progress className="h-2 w-48 accent-lantern" /> {what}
      </label>
    )}
  </div>
);

/** Persons from a table or another system: what becomes of each is shown before anything is written. */
export function IncomingScreen() {
  const [file, setFile] = useState<File_ | null>(null);
  const [columns, setColumns] = useState<ColumnsChosen>(NO_COLUMNS);
  const [dates, setDates] = useState<DateOrder>("year-month-day");
  const [numbers, setNumbers] = useState<KindsChosen>([]);
  const [told, setTold] = useState<Fates | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  /** What is being done with the file meanwhile. */
  const [doing, setDoing] = useState<string | null>(null);
  const asking = useRef(0);

  type Chosen = { readonly columns: ColumnsChosen; readonly dates: DateOrder; readonly numbers: KindsChosen };
  const chosen: Chosen = { columns, dates, numbers };
  const ask = async (of: File_, how: Chosen, isTrial: boolean) => {
    const asked = { kind: of.kind, content: of.content, ...how, numbers: [...how.numbers], isTrial };
    const fresh = told?.fates.filter(({ fate }) => fate === "new").length ?? 0;
    setDoing(isTrial ? "The file is being looked through …" : `${fresh} are being entered, with what is told …`);
    const turn = ++asking.current;
    const answer = await call(EXCHANGE_ROUTES.incoming, {}, asked);
    /** What was chosen meanwhile is asked by itself. */
    if (turn !== asking.current) return;
    setDoing(null);
    if (!answer.ok) return setSaid(answer.message);
    setTold(answer.value);
    if (isTrial && answer.value.headings.length && Object.values(how.columns).every((one) => one === null))
      setColumns(columnsGuessed(answer.value.headings));
    const beside = answer.value.fates.reduce((sum, one) => sum + one.told, 0);
    setSaid(
      isTrial
        ? null
        : `${answer.value.added} added${beside ? `, and ${beside} ${beside === 1 ? "thing" : "things"} told` : ""}. What was here already was left as it is.`,
    );
  };
  const choose = async (file_: File | undefined) => {
    if (!file_) return;
    setTold(null);
    if (file_.size > INCOMING_MAX_BYTES)
      return setSaid(`The file is larger than ${INCOMING_MAX_BYTES / 1024 / 1024} MB. Bring it in parts.`);
    const content = await file_.text();
    const next: File_ = { name: file_.name, content, kind: content.trimStart().startsWith("{") ? "fhir" : "csv" };
    setFile(next);
    setColumns(NO_COLUMNS);
    setNumbers([]);
    await ask(next, { columns: NO_COLUMNS, dates, numbers: [] }, true);
  };
  const again = (change: Partial<Chosen>) => {
    const next = { ...chosen, ...change };
    setColumns(next.columns);
    setDates(next.dates);
    setNumbers(next.numbers);
    if (file) void ask(file, next, true);
  };
  const isReady =
    told !== null &&
    told.fates.some((one) => one.fate === "new" || one.told > 0) &&
    !told.fates.some(({ fate }) => fate === "refused");
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
        <h1 className="text-2xl font-bold">People from elsewhere</h1>
        <Card heading="The file">
          <p className="text-soft">A table (CSV, in UTF-8), or a FHIR R4 bundle (JSON) of another system.</p>
          <label className="mt-3 inline-flex min-h-14 cursor-pointer items-center gap-2 rounded-lg border border-edge bg-card px-4 font-medium focus-within:outline-3 focus-within:outline-lantern">
            <FileUp aria-hidden size={20} /> {file ? file.name : "Choose a file"}
            <input
              type="file"
              accept=".csv,.txt,.json,text/csv,application/json"
              className="sr-only"
              onChange={(event) => void choose(event.target.files?.[0])}
            />
          </label>
          <Doing what={doing} />
          {said && (
            <p role="alert" className="mt-2 font-medium">
              {said}
            </p>
          )}
        </Card>
        {file?.kind === "csv" && told && (
          <Card heading="Which column is which">
            <Columns headings={told.headings} columns={columns} onChange={(next) => again({ columns: next })} />
            <div className="mt-4">
              <Choice
                label="Dates are written"
                value={dates}
                options={DATE_ORDERS.map((value) => ({ value, label: value }))}
                onChoose={(order) => again({ dates: order })}
              />
            </div>
          </Card>
        )}
        {told && told.numbers.length > 0 && (
          <NumbersCard kinds={asChosen(told.numbers, numbers)} onChange={(next) => again({ numbers: next })} />
        )}
        {told && (
          <Card heading="What becomes of each">
            <FateTable fates={told.fates} />
            {told.left.length > 0 && (
              <>
                <h3 className="mt-3 font-medium">Not read here</h3>
                <ul className="list-disc ps-6 text-sm">
                  {told.left.slice(0, SHOWN).map((line) => (
                    <li key={line}>{line}</li>
                  ))}
                </ul>
              </>
            )}
            <div className="mt-4 flex flex-wrap gap-2">
              <Button
                look="main"
                big
                disabled={!isReady || doing !== null}
                onClick={() => file && void ask(file, chosen, false)}
              >
                <UserPlus aria-hidden size={20} /> Add the new ones
              </Button>
              <ButtonLink href="/">To the list</ButtonLink>
            </div>
            <p className="mt-2 text-sm text-soft">
              All of them, or nobody: one that cannot be taken holds up the rest.
            </p>
          </Card>
        )}
      </main>
    </>
  );
}
