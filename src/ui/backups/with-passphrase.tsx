"use client";

import { useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { timeText } from "../primitives/dates";
import { Field, inputClass } from "../primitives/field";

const SHORTEST = 12;

/** One back-up now, for a passphrase: to be carried away on a stick, say. */
export function WithPassphrase({ folder: usual, onChanged }: { folder: string; onChanged: () => void }) {
  const [typed, setFolder] = useState<string | null>(null);
  const folder = typed ?? usual;
  const [first, setFirst] = useState("");
  const [second, setSecond] = useState("");
  const [isWorking, setWorking] = useState(false);
  const [said, setSaid] = useState<{ text: string; isProblem: boolean } | null>(null);
  const differs = second !== "" && first !== second;
  const make = async () => {
    setWorking(true);
    const made = await call(ROUTES.backUp, {}, { by: { folder: folder.trim(), passphrase: first } });
    setWorking(false);
    setSaid(
      made.ok
        ? { text: `Made at ${timeText(made.value.run.at)}: ${made.value.run.file}`, isProblem: false }
        : { text: made.message, isProblem: true },
    );
    if (!made.ok) return;
    setFirst("");
    setSecond("");
    onChanged();
  };
  return (
    <Card heading="One now, with a passphrase">
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (first === second) void make();
        }}
      >
        <Field label="Folder" className="sm:col-span-2">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={folder}
              maxLength={1000}
              required
              onChange={(event) => setFolder(event.target.value)}
            />
          )}
        </Field>
        <Field label="Passphrase" hint={`${SHORTEST} letters or more: five words that do not belong together.`}>
          {(ids) => (
            <input
              {...ids}
              type="password"
              autoComplete="new-password"
              className={inputClass}
              value={first}
              minLength={SHORTEST}
              maxLength={1000}
              required
              onChange={(event) => setFirst(event.target.value)}
            />
          )}
        </Field>
        <Field label="Once more" error={differs ? "Is not the same. Write it again." : undefined}>
          {(ids) => (
            <input
              {...ids}
              type="password"
              autoComplete="new-password"
              className={inputClass}
              value={second}
              maxLength={1000}
              required
              onChange={(event) => setSecond(event.target.value)}
            />
          )}
        </Field>
        <div className="sm:col-span-2">
          <Button type="submit" disabled={isWorking || differs}>
            {isWorking ? "Being made…" : "Make it now"}
          </Button>
          {said && (
            <p
              role={said.isProblem ? "alert" : "status"}
              className={`mt-2 break-all ${said.isProblem ? "text-stop" : ""}`}
            >
              {said.text}
            </p>
          )}
        </div>
      </form>
    </Card>
  );
}
