"use client";

import { useState } from "react";
import type { BackupPlan } from "@/wire/backups";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { copyText } from "../primitives/copy-text";
import { fetched, NOT_FETCHED } from "../primitives/fetched";
import { Field, inputClass } from "../primitives/field";

type Pair = { readonly identity: string; readonly recipient: string };

/** The secret half of a new key, shown once: it is made in this browser and sent nowhere. */
function NewPair({ pair }: { pair: Pair }) {
  const [isCopied, setCopied] = useState(false);
  return (
    <div className="rounded-xl border-2 border-ink bg-well p-3" data-secret-key>
      <p className="font-semibold">
        The secret key. Write it down or print it, and keep it away from this machine: without it no back-up opens
        again. It is shown this once.
      </p>
      <p className="my-2 font-mono text-sm break-all select-all">{pair.identity}</p>
      <Button onClick={() => void copyText(pair.identity).then(setCopied)}>{isCopied ? "Copied" : "Copy it"}</Button>
    </div>
  );
}

/** Back-ups that make themselves: where to, and for which key. */
export function ByThemselves({ plan, onChanged }: { plan: BackupPlan | null; onChanged: () => void }) {
  const [folder, setFolder] = useState(plan?.folder ?? "");
  const [recipient, setRecipient] = useState(plan?.recipient ?? "");
  const [pair, setPair] = useState<Pair | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isWorking, setWorking] = useState(false);
  const make = async () => {
    const age = await fetched(() => import("age-encryption"));
    if (!age) return setProblem(NOT_FETCHED);
    const { generateX25519Identity, identityToRecipient } = age;
    const identity = await generateX25519Identity();
    const made = { identity, recipient: await identityToRecipient(identity) };
    setPair(made);
    setRecipient(made.recipient);
  };
  const makeOne = async () => {
    setWorking(true);
    const made = await call(ROUTES.backUp, {}, { by: null });
    setWorking(false);
    setProblem(made.ok ? null : made.message);
    onChanged();
  };
  const save = async (next: { folder: string; recipient: string } | null) => {
    const written = await call(ROUTES.planBackups, {}, { plan: next });
    setProblem(written.ok ? null : written.message);
    if (written.ok) onChanged();
  };
  return (
    <Card heading="By themselves">
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save({ folder: folder.trim(), recipient: recipient.trim() });
        }}
      >
        <p className="text-soft">
          Once an hour while something is recorded, and once a day. Kept: the newest of each of 24 hours, 30 days and 12
          months. Encrypted in the open age format for a key whose secret half is not here.
        </p>
        <Field label="Folder, best on another disk">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={folder}
              maxLength={1000}
              required
              placeholder="/mnt/other-disk/back-ups"
              onChange={(event) => setFolder(event.target.value)}
            />
          )}
        </Field>
        <Field label="Public key">
          {(ids) => (
            <input
              {...ids}
              className={`${inputClass} font-mono text-sm`}
              value={recipient}
              maxLength={200}
              required
              placeholder="age1…"
              onChange={(event) => setRecipient(event.target.value)}
            />
          )}
        </Field>
        {pair && <NewPair pair={pair} />}
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main">
            {plan ? "Save" : "Begin"}
          </Button>
          <Button onClick={() => void make()}>Make a new key</Button>
          {plan && (
            <Button disabled={isWorking} onClick={() => void makeOne()}>
              {isWorking ? "Being made…" : "Make one now"}
            </Button>
          )}
          {plan && (
            <Button look="quiet" onClick={() => void save(null)}>
              Stop making them
            </Button>
          )}
        </div>
      </form>
    </Card>
  );
}
