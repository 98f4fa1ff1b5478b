"use client";

import { useState } from "react";
import type { BackupHolding, BackupMerge } from "@/wire/backups";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Card } from "../primitives/card";
import { Field, inputClass } from "../primitives/field";

type RestoredAs = "same" | "copy";
const RESTORED_AS = [
  { value: "same", label: "The same database: its disk was lost" },
  { value: "copy", label: "A copy that goes on beside it, with a new key" },
] as const;

type Opened = { readonly holds: BackupHolding; readonly would: BackupMerge };
type Props = { readonly file: string; readonly onFile: (file: string) => void; readonly onChanged: () => void };

const count = (number: number, one: string, many: string): string => `${number} ${number === 1 ? one : many}`;

/** A secret key is told from a passphrase by how it begins. */
const keyOf = (secret: string) =>
  secret.trim().startsWith("AGE-SECRET-KEY-") ? { identity: secret.trim() } : { passphrase: secret };

const newIn = ({ added, forwarded, forked }: BackupMerge): string | null => {
  const parts = [
    added > 0 && `${count(added, "record that is", "records that are")} not here`,
    forwarded > 0 && `${count(forwarded, "record", "records")} that go on further`,
    forked > 0 && `${count(forked, "record", "records")} continued apart, of which both ways are kept`,
  ].filter((part) => part !== false);
  return parts.length ? parts.join(", ") : null;
};

/** What a back-up holds against what is here. */
function Holding({ holds, would }: Opened) {
  const more = newIn(would);
  return (
    <dl className="grid gap-x-3 gap-y-1 rounded-xl bg-well p-3 sm:grid-cols-[auto_1fr]" data-holds>
      <dt className="text-soft">Holds</dt>
      <dd>
        {count(holds.exams, "examination", "examinations")} of {count(holds.people, "person", "people")},{" "}
        {count(holds.courses, "course", "courses")}, up to {holds.anchor}
      </dd>
      <dt className="text-soft">Whole</dt>
      <dd>
        {holds.faults.length === 0
          ? "every chain was walked, nothing is changed or missing"
          : `${count(holds.faults.length, "fault", "faults")}: ${holds.faults[0]}`}
      </dd>
      <dt className="text-soft">More than here</dt>
      <dd>{more ?? "nothing"}</dd>
      <dt className="text-soft">Less than here</dt>
      <dd>{holds.lost ?? "nothing"}</dd>
    </dl>
  );
}

/** Opens a back-up: what it holds, then taking it in, or putting it in the store's place. */
export function OpenBackup({ file, onFile, onChanged }: Props) {
  const [secret, setSecret] = useState("");
  const [opened, setOpened] = useState<Opened | null>(null);
  const [isWorking, setWorking] = useState(false);
  const [asksAgain, setAsksAgain] = useState(false);
  const [said, setSaid] = useState<{ text: string; isProblem: boolean } | null>(null);
  const [as, setAs] = useState<RestoredAs | null>(null);
  const doing = async (work: () => Promise<void>) => {
    setWorking(true);
    setSaid(null);
    await work();
    setWorking(false);
  };
  const asked = { file: file.trim(), ...keyOf(secret) };
  const refused = (message: string) => setSaid({ text: message, isProblem: true });
  const look = async () => {
    setOpened(null);
    setAsksAgain(false);
    const holds = await call(ROUTES.lookIntoBackup, {}, asked);
    if (!holds.ok) return refused(holds.message);
    const would = await call(ROUTES.mergeBackup, {}, { ...asked, dryRun: true });
    if (!would.ok) return refused(would.message);
    setOpened({ holds: holds.value, would: would.value });
  };
  const take = async () => {
    const merged = await call(ROUTES.mergeBackup, {}, { ...asked, dryRun: false });
    if (!merged.ok) return refused(merged.message);
    const { refused: not } = merged.value;
    const notTaken = not.length ? ` Of ${count(not.length, "person", "people")} nothing was taken: ${not[0]!.why}` : "";
    setSaid({ text: `Taken in: ${newIn(merged.value) ?? "nothing was new"}.${notTaken}`, isProblem: not.length > 0 });
    setOpened(null);
    onChanged();
  };
  const restore = async () => {
    const laid = await call(ROUTES.restoreBackup, {}, { ...asked, as });
    if (!laid.ok) return refused(laid.message);
    setAsksAgain(false);
    setSaid({
      text: "It lies ready. End the program and start it again: the back-up is then the store, and what is the store now is kept beside it.",
      isProblem: false,
    });
  };
  return (
    <Card heading="Open a back-up">
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void doing(look);
        }}
      >
        <Field label="File, as this machine sees it">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={file}
              maxLength={1000}
              required
              onChange={(event) => onFile(event.target.value)}
            />
          )}
        </Field>
        <Field label="Its passphrase, or the secret key">
          {(ids) => (
            <input
              {...ids}
              type="password"
              autoComplete="off"
              className={inputClass}
              value={secret}
              maxLength={1000}
              required
              onChange={(event) => setSecret(event.target.value)}
            />
          )}
        </Field>
        <Button type="submit" className="self-start" disabled={isWorking}>
          {isWorking ? "Working…" : "Look into it"}
        </Button>
      </form>
      {opened && (
        <div className="mt-3 flex flex-col gap-3">
          <Holding {...opened} />
          <div className="flex flex-wrap gap-2">
            <Button look="main" disabled={isWorking || newIn(opened.would) === null} onClick={() => void doing(take)}>
              Take in what is missing here
            </Button>
            <Button disabled={isWorking} onClick={() => setAsksAgain(true)}>
              Put it in the store&rsquo;s place
            </Button>
          </div>
        </div>
      )}
      {opened && asksAgain && (
        <div role="alert" className="mt-3 rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
          <p>
            {opened.holds.lost
              ? `The store would no longer hold: ${opened.holds.lost}. It is kept beside the new one.`
              : "Nothing that is here would be missing after it."}
          </p>
          {opened.holds.key === "other" && (
            <Choice
              label="This back-up has another key than this database. Which is it?"
              value={as}
              options={RESTORED_AS}
              onChoose={setAs}
            />
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            <Button
              look="stop"
              disabled={isWorking || (opened.holds.key === "other" && as === null)}
              onClick={() => void doing(restore)}
            >
              At the next start
            </Button>
            <Button onClick={() => setAsksAgain(false)}>Leave it as it is</Button>
          </div>
        </div>
      )}
      {said && (
        <p role={said.isProblem ? "alert" : "status"} className={`mt-3 ${said.isProblem ? "text-stop" : ""}`} data-said>
          {said.text}
        </p>
      )}
    </Card>
  );
}
