"use client";

import { useState } from "react";
import { v4 as newId } from "uuid";
import { call } from "@/wire/call";
import type { Door } from "@/wire/accounts";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { NewPassphrase, TextLine } from "./text-line";

const NOBODY_YET = "new";

/** The first account of a store: who owns it. */
export function OwnOwner({ profiles, onDone }: { profiles: Door["profiles"]; onDone: () => void }) {
  const [chosen, setChosen] = useState(profiles[0]?.id ?? NOBODY_YET);
  const taken = profiles.find(({ id }) => id === chosen);
  const [said, setSaid] = useState({ name: "", registration: "", signIn: "", passphrase: "", again: "" });
  const [problem, setProblem] = useState<string | null>(null);
  const [isWorking, setWorking] = useState(false);
  const set = (part: Partial<typeof said>) => setSaid({ ...said, ...part });
  const make = async () => {
    setWorking(true);
    const { name, registration } = taken ?? said;
    const made = await call(
      ROUTES.makeOwner,
      {},
      {
        id: taken?.id ?? newId(),
        name: name.trim(),
        registration: registration.trim(),
        signIn: said.signIn.trim(),
        passphrase: said.passphrase,
      },
    );
    setWorking(false);
    if (made.ok) onDone();
    else setProblem(made.message);
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (said.passphrase === said.again) void make();
      }}
    >
      {profiles.length > 0 && (
        <Choice
          label="Who owns this store"
          value={chosen}
          options={[
            ...profiles.map(({ id, name }) => ({ value: id, label: name })),
            { value: NOBODY_YET, label: "somebody new" },
          ]}
          onChoose={setChosen}
        />
      )}
      {!taken && (
        <div className="grid gap-3 sm:grid-cols-2">
          <TextLine
            label="Name"
            value={said.name}
            autoFocus
            required
            maxLength={120}
            onChange={(name) => set({ name })}
          />
          <TextLine
            label="Registration"
            value={said.registration}
            maxLength={80}
            onChange={(registration) => set({ registration })}
          />
        </div>
      )}
      <TextLine
        label="Name to sign in with"
        hint="Letters, digits, dots and dashes."
        autoComplete="username"
        value={said.signIn}
        required
        minLength={2}
        maxLength={40}
        onChange={(signIn) => set({ signIn })}
      />
      <NewPassphrase
        value={said.passphrase}
        again={said.again}
        onChange={(passphrase, again) => set({ passphrase, again })}
      />
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <Button type="submit" look="main" big disabled={isWorking || said.passphrase !== said.again}>
        {isWorking ? "Being made…" : "Make the owner's account"}
      </Button>
    </form>
  );
}
