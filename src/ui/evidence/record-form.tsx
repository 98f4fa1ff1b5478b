"use client";

import { useState } from "react";
import { InputError, type Problem, problemAtField } from "@/core/base";
import {
  type EvidenceChanges,
  fromRow,
  OWN_PREFIX,
  type OwnRecord,
  parseChanges,
  type RecordRow,
  toRow,
  withRecords,
} from "@/core/evidence";
import { type AccuracyRecord, protocolOf, PROTOCOLS, type TestId } from "@/core/knowledge";
import { SOURCES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { NotTheChance, recordFigures } from "./figures-line";

const FORMS = [
  { value: "2x2", label: "2x2 table" },
  { value: "proportions", label: "sensitivity and specificity" },
  { value: "ratios", label: "likelihood ratios" },
] as const;
type Form = (typeof FORMS)[number]["value"];
type Column = keyof RecordRow;

const FIELDS: Record<Form, readonly (readonly [Column, string])[]> = {
  "2x2": [
    ["tp", "TP: positive, have it"],
    ["fn", "FN: negative, have it"],
    ["fp", "FP: positive, do not"],
    ["tn", "TN: negative, do not"],
  ],
  proportions: [
    ["sensitivity", "Sensitivity, 0 to 1"],
    ["sensitivity_low", "95 % from"],
    ["sensitivity_high", "to"],
    ["specificity", "Specificity, 0 to 1"],
    ["specificity_low", "95 % from"],
    ["specificity_high", "to"],
    ["people", "People in the study"],
  ],
  ratios: [
    ["lr_positive", "LR+"],
    ["lr_positive_low", "95 % from"],
    ["lr_positive_high", "to"],
    ["lr_negative", "LR-"],
    ["lr_negative_low", "95 % from"],
    ["lr_negative_high", "to"],
  ],
};
const FIGURE_COLUMNS = new Set<Column>(Object.values(FIELDS).flatMap((fields) => fields.map(([column]) => column)));

const TEXTS: readonly (readonly [Column, string, string])[] = [
  ["definition", "What counted as positive", "as the study put it"],
  ["population", "The study's people", "who they were"],
  ["reference", "Against what", "the reference standard"],
  ["citation", "Where it comes from", "journal, year and pages, or your own audit"],
];

/** The column that a field of a record stands in, where it is not the one of the same name. */
const COLUMN_OF: Record<string, Column> = {
  counts: "tp",
  sensitivity95: "sensitivity_low",
  specificity95: "specificity_low",
  lrPositive: "lr_positive",
  lrNegative: "lr_negative",
  lrPositive95: "lr_positive_low",
  lrNegative95: "lr_negative_low",
  testedSide: "tested_side",
};

/** The column of a problem about `records › 0 › field`, or of one cell of its 2x2 table. */
function columnAt([, , field = "", cell]: readonly string[]): Column {
  return (field === "counts" && cell ? cell : (COLUMN_OF[field] ?? field)) as Column;
}

function errorsAt(problems: readonly Problem[]): { fields: Partial<Record<Column, string>>; rest: string[] } {
  const fields: Partial<Record<Column, string>> = {};
  const rest: string[] = [];
  for (const problem of problems) {
    const column = columnAt(problem.path ?? []);
    const said = problemAtField(problem);
    if (
      FIGURE_COLUMNS.has(column) ||
      TEXTS.some(([text]) => text === column) ||
      ["test", "source", "id"].includes(column)
    )
      fields[column] ??= said;
    else rest.push(said);
  }
  return { fields, rest };
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 30);

/** What the form begins with: an own record, or a shipped one to be replaced. */
function startingRow(from: { own?: OwnRecord; shipped?: AccuracyRecord }): RecordRow {
  if (from.own) return toRow(from.own);
  const { shipped } = from;
  return shipped
    ? {
        test: shipped.test,
        source: shipped.source,
        tested_side: shipped.testedSide ?? "",
        replaces: shipped.id,
        definition: shipped.definition,
      }
    : { test: "slump", source: "lower-lumbosacral-root" };
}

const formOf = (row: RecordRow): Form =>
  row.lr_positive || row.lr_negative ? "ratios" : row.sensitivity ? "proportions" : "2x2";

type Props = {
  changes: EvidenceChanges;
  from: { own?: OwnRecord; shipped?: AccuracyRecord };
  onSave: (changes: EvidenceChanges, what: string) => Promise<string | null>;
  onClose: () => void;
};

type TestAndSourceProps = {
  row: RecordRow;
  setRow: (change: (now: RecordRow) => RecordRow) => void;
  errors: Partial<Record<Column, string>>;
  /** Of a shipped record that is replaced: both are given. */
  fixed: boolean;
};

function TestAndSource({ row, setRow, errors, fixed }: TestAndSourceProps) {
  const sources = [...new Set(protocolOf(row.test as TestId).readings.map(({ source }) => source))];
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Field label="Test" error={errors.test}>
        {(ids) => (
          <select
            {...ids}
            className={inputClass}
            value={row.test}
            disabled={fixed}
            onChange={(event) => {
              const next = event.target.value as TestId;
              setRow((now) => ({ ...now, test: next, source: protocolOf(next).readings[0]!.source, replaces: "" }));
            }}
          >
            {PROTOCOLS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Source" error={errors.source}>
        {(ids) => (
          <select
            {...ids}
            className={inputClass}
            value={row.source}
            disabled={fixed}
            onChange={(event) => setRow((now) => ({ ...now, source: event.target.value }))}
          >
            {sources.map((source) => (
              <option key={source} value={source}>
                {SOURCES[source].label}
              </option>
            ))}
          </select>
        )}
      </Field>
    </div>
  );
}

/** A study's figures, from a 2x2 table, proportions or ratios; each is enough on its own. */
export function RecordForm({ changes, from, onSave, onClose }: Props) {
  const [row, setRow] = useState<RecordRow>(() => startingRow(from));
  const [form, setForm] = useState<Form>(() => formOf(row));
  const [errors, setErrors] = useState<ReturnType<typeof errorsAt>>({ fields: {}, rest: [] });
  const set = (column: Column, value: string) => setRow((now) => ({ ...now, [column]: value }));
  const record = (): Record<string, unknown> => {
    const entered = Object.fromEntries(
      Object.entries(row).filter(
        ([column]) => !FIGURE_COLUMNS.has(column as Column) || FIELDS[form].some(([field]) => field === column),
      ),
    ) as RecordRow;
    const blank =
      form === "2x2"
        ? { tp: entered.tp || "?", fn: entered.fn || "?", fp: entered.fp || "?", tn: entered.tn || "?" }
        : {};
    const id = from.own?.id ?? `${OWN_PREFIX}${row.test}.${slug(row.citation ?? "") || "figure"}`;
    const made = fromRow({ ...entered, ...blank, id });
    const { counts, ...rest } = made as { counts?: Record<string, unknown> };
    const cells = counts && Object.fromEntries(Object.entries(counts).filter(([, value]) => value !== "?"));
    return cells ? { ...rest, counts: cells } : rest;
  };

  const preview = (() => {
    try {
      const [made] = parseChanges(withRecords({ ...changes, records: [], switches: [] }, [record()])).records;
      return { ...made, standing: "clinic's own" } as unknown as AccuracyRecord;
    } catch (error) {
      if (error instanceof InputError) return null;
      throw error;
    }
  })();

  return (
    <form
      noValidate
      className="flex flex-col gap-4"
      onSubmit={async (event) => {
        event.preventDefault();
        try {
          const next = parseChanges(withRecords(changes, [record()]));
          const refused = await onSave(
            next,
            from.own ? "a record was changed" : from.shipped ? "a record was replaced" : "a record was added",
          );
          if (refused) setErrors({ fields: {}, rest: [refused] });
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
          setErrors(errorsAt(error.problems));
        }
      }}
    >
      <TestAndSource row={row} setRow={setRow} errors={errors.fields} fixed={Boolean(from.shipped)} />
      <Choice label="Figures given as" value={form} options={FORMS} onChoose={setForm} />
      <div className={`grid gap-3 ${form === "2x2" ? "grid-cols-2" : "grid-cols-3"}`}>
        {FIELDS[form].map(([column, label]) => (
          <Field key={column} label={label} error={errors.fields[column]}>
            {(ids) => (
              <input
                {...ids}
                inputMode="decimal"
                className={inputClass}
                value={row[column] ?? ""}
                onChange={(event) => set(column, event.target.value)}
              />
            )}
          </Field>
        ))}
      </div>
      <div role="status" className="rounded-lg bg-well p-2 text-sm">
        {preview
          ? `Gives: ${recordFigures(preview)}`
          : "The figures that follow are shown here once the form is whole."}
        {preview && <NotTheChance record={preview} />}
      </div>
      {TEXTS.map(([column, label, hint]) => (
        <Field
          key={column}
          label={label}
          hint={hint}
          error={errors.fields[column] ?? (column === "citation" ? errors.fields.id : undefined)}
        >
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={row[column] ?? ""}
              onChange={(event) => set(column, event.target.value)}
            />
          )}
        </Field>
      ))}
      <label className="flex min-h-11 items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="size-5"
          checked={row.chronic === "yes"}
          onChange={(event) => set("chronic", event.target.checked ? "yes" : "")}
        />
        These people&apos;s pain was chronic
      </label>
      {errors.rest.map((line) => (
        <p key={line} role="alert" className="text-sm font-medium text-stop">
          {line}
        </p>
      ))}
      <div className="flex gap-2">
        <Button type="submit" look="main">
          Put in force as a new version
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
