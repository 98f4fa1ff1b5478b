"use client";

import { useState } from "react";
import { RETENTION_PRESETS, type RetentionPreset } from "@/core/knowledge";
import { ERASE_REASONS, type Retention } from "@/core/record";
import { call, type Called } from "@/wire/call";
import type { KeepingPage as Keeping, PersonDue } from "@/wire/keeping";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";
import { Field, inputClass } from "../primitives/field";
import { Loaded, Outline } from "../shell/loaded";
import { SettingsHeading } from "../settings/settings-heading";
import { PageHeader } from "../shell/page-header";
import { EraseDialog } from "./erase-dialog";

const PRESETS = Object.entries(RETENTION_PRESETS) as [string, RetentionPreset][];
const OWN = "own";

type SendProps = { send: (asked: Promise<Called<Keeping>>) => Promise<boolean> };

/** How long records are kept here: as a law has it, or as the clinic says. */
function HowLong({ retention, send }: SendProps & { retention: Retention | null }) {
  const [preset, setPreset] = useState(retention?.preset ?? OWN);
  const [years, setYears] = useState(String(retention?.years ?? ""));
  const [age, setAge] = useState(String(retention?.minorsUntil ?? ""));
  const choose = (id: string) => {
    setPreset(id);
    const found = PRESETS.find(([one]) => one === id)?.[1];
    if (!found) return;
    setYears(String(found.years));
    setAge(String(found.minorsUntil ?? ""));
  };
  const source = PRESETS.find(([id]) => id === preset)?.[1].source;
  const keep = () =>
    send(
      call(
        ROUTES.setRetention,
        {},
        { preset, years: Number(years), minorsUntil: age.trim() === "" ? null : Number(age) },
      ),
    );
  return (
    <Card heading="How long records are kept">
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-3">
          <Field label="As the rule is in">
            {(ids) => (
              <select {...ids} className={inputClass} value={preset} onChange={(event) => choose(event.target.value)}>
                {PRESETS.map(([id, { label }]) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
                <option value={OWN}>our own rule</option>
              </select>
            )}
          </Field>
          <Field label="Years after the last visit">
            {(ids) => (
              <input
                {...ids}
                required
                inputMode="numeric"
                pattern="[0-9]{1,3}"
                className={inputClass}
                value={years}
                onChange={(event) => {
                  setYears(event.target.value);
                  setPreset(OWN);
                }}
              />
            )}
          </Field>
          <Field label="Not of age then: until this age" hint="Empty: no such rule.">
            {(ids) => (
              <input
                {...ids}
                inputMode="numeric"
                pattern="[0-9]{0,2}"
                className={inputClass}
                value={age}
                onChange={(event) => {
                  setAge(event.target.value);
                  setPreset(OWN);
                }}
              />
            )}
          </Field>
        </div>
        <p className="max-w-prose text-soft">
          {source ?? "Set by this clinic."} These rules were read once and change: look up what holds where you work.
          The list below is made by it, and nothing is ever erased by itself.
        </p>
        <div>
          <Button type="submit" look="main">
            Keep records so
          </Button>
        </div>
      </form>
    </Card>
  );
}

type DueProps = { due: readonly PersonDue[]; isSet: boolean; onErase: (person: PersonDue) => void };

/** Whose time is over; their record is offered to be taken out first. */
function Due({ due, isSet, onErase }: DueProps) {
  return (
    <Card heading={`Need no longer be kept: ${due.length}`}>
      {due.length === 0 ? (
        <p className="text-soft">
          {isSet ? "Nobody, by this rule and on this day." : "Say first how long records are kept."}
        </p>
      ) : (
        <ul className="flex flex-col" data-due>
          {due.map((person) => (
            <li key={person.id} className="flex flex-wrap items-center gap-3 border-b border-line py-2">
              <span className="grow">
                <strong>{person.name}</strong> {person.number}
                <span className="block text-sm text-soft">
                  last here {dayText(person.lastVisit)}, {person.exams}{" "}
                  {person.exams === 1 ? "examination" : "examinations"}; to be kept until {dayText(person.until)}
                </span>
              </span>
              <Button onClick={() => onErase(person)}>Erase…</Button>
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

function Erased({ erased, isClearing }: Pick<Keeping, "erased" | "isClearing">) {
  if (erased.length === 0) return null;
  return (
    <Card heading={`Erased: ${erased.length}`}>
      {isClearing && (
        <p role="status" className="mb-2 text-caution">
          A back-up or a check is reading the database. Until it ends, the last erased data still stands in a working
          file on this machine; it is cleared by itself then.
        </p>
      )}
      <ul data-erased>
        {erased.map(({ person, records, because, reason, by, at }) => (
          <li key={person} className="border-b border-line py-2">
            {dayText(at.slice(0, 10))}, by {by}: {records} {records === 1 ? "record" : "records"}, since{" "}
            {ERASE_REASONS[because]}
            {reason && ` (${reason})`}
            <span className="block text-sm break-all text-soft">{person}</span>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Whole({ told, onTold }: { told: Keeping; onTold: (next: Keeping) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [erasing, setErasing] = useState<PersonDue | null>(null);
  const send = async (asked: Promise<Called<Keeping>>) => {
    const said = await asked;
    setProblem(said.ok ? null : said.message);
    if (said.ok) onTold(said.value);
    return said.ok;
  };
  return (
    <>
      {problem && !erasing && (
        <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
          {problem}
        </p>
      )}
      <HowLong retention={told.retention} send={send} />
      <Due due={told.due} isSet={told.retention !== null} onErase={setErasing} />
      <Erased erased={told.erased} isClearing={told.isClearing} />
      {erasing && (
        <EraseDialog
          person={erasing}
          inBackupsUntil={told.inBackupsUntil}
          problem={problem}
          onErase={async (ask) => {
            if (await send(call(ROUTES.erase, { person: erasing.id }, ask))) setErasing(null);
          }}
          onClose={() => {
            setErasing(null);
            setProblem(null);
          }}
        />
      )}
    </>
  );
}

/** How long records are kept, whose time is over, and what was erased. */
export function KeepingPage() {
  const [news, setNews] = useState<Keeping | null>(null);
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.keeping} ask={{}} skeleton={<Outline blocks={["h-56", "h-64"]} />}>
        {(told) => (
          <main className="mx-auto flex w-full max-w-4xl flex-col gap-4 p-4">
            <SettingsHeading>Keeping and erasing</SettingsHeading>
            <Whole told={news ?? told} onTold={setNews} />
          </main>
        )}
      </Loaded>
    </>
  );
}
