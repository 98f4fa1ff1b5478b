"use client";

import { useState } from "react";
import type { Databases } from "@/wire/exchange";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { AskedForm } from "../accounts/asked-form";
import { TextLine } from "../accounts/text-line";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";

/** Databases that exchange files with this one: its own key to read out, and whose signatures are known here. */
export function DatabasesCard({ first }: { first: Databases }) {
  const [{ own, known }, setDatabases] = useState(first);
  const [fingerprint, setFingerprint] = useState("");
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const forget = async (which: string) => {
    const told = await call(ROUTES.knowDatabase, {}, { fingerprint: which, name: null });
    setProblem(told.ok ? null : told.message);
    if (told.ok) setDatabases(told.value);
  };
  return (
    <Card heading="Signed files" className="max-w-2xl">
      <p>
        Every file that is exported here is signed. Read this out to whoever receives one, so that they can tell it is
        yours:
      </p>
      <p className="my-2 font-mono text-lg break-words" data-own-key>
        {own}
      </p>
      <h3 className="mt-3 font-medium">Databases you know</h3>
      {known.length === 0 && <p className="text-soft">None yet. Ask a colleague to read theirs out.</p>}
      <ul className="flex flex-col divide-y divide-line">
        {known.map((one) => (
          <li key={one.fingerprint} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              <strong>{one.name}</strong> <span className="font-mono text-sm">{one.fingerprint}</span>
              <span className="block text-sm text-soft">since {dayText(one.at.slice(0, 10))}</span>
            </span>
            <Button onClick={() => void forget(one.fingerprint)} aria-label={`Remove ${one.name}`}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <h3 className="mt-4 mb-2 font-medium">Add one</h3>
      <AskedForm
        label="Add this database"
        send={() => call(ROUTES.knowDatabase, {}, { fingerprint: fingerprint.trim().toUpperCase(), name: name.trim() })}
        onOk={(told) => {
          setDatabases(told);
          setFingerprint("");
          setName("");
        }}
      >
        <TextLine
          label="Its fingerprint, as it is read out"
          hint="Eight groups of four: 0 to 9 and A to F."
          required
          maxLength={39}
          value={fingerprint}
          onChange={setFingerprint}
        />
        <TextLine label="Whose it is" required maxLength={120} value={name} onChange={setName} />
      </AskedForm>
    </Card>
  );
}
