"use client";

import { useState } from "react";
import { call } from "@/wire/call";
import type { OwnAccount } from "@/wire/accounts";
import { ROUTES } from "@/wire/routes";
import { fetched, NOT_FETCHED } from "../primitives/fetched";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";
import { AskedForm } from "./asked-form";
import { isReachedByName } from "./reached-by-name";
import { CurrentPassphrase, TextLine } from "./text-line";

type Given = Awaited<ReturnType<typeof call<{ passphrase: string }, { options: object }>>>;

/** Passkeys: made on a device that looks who holds it, and sign in without a passphrase. */
export function PasskeysCard({ passkeys, onDone }: Pick<OwnAccount, "passkeys"> & { onDone: () => void }) {
  const [passphrase, setPassphrase] = useState("");
  const [name, setName] = useState("this device");
  const [problem, setProblem] = useState<string | null>(null);
  const finish = () => {
    setPassphrase("");
    setProblem(null);
    onDone();
  };
  const make = async ({ options }: { options: object }) => {
    const browser = await fetched(() => import("@simplewebauthn/browser"));
    if (!browser) return setProblem(NOT_FETCHED);
    try {
      const response = await browser.startRegistration({ optionsJSON: options as never });
      const kept = await call(ROUTES.keepPasskey, {}, { name: name.trim(), response: response as never });
      if (kept.ok) finish();
      else setProblem(kept.message);
    } catch {
      setProblem("The device made no key: it was called off, or it cannot look who holds it.");
    }
  };
  const end = async (id: string) => {
    const ended = await call(ROUTES.endPasskey, {}, { id, passphrase });
    if (ended.ok) finish();
    else setProblem(ended.message);
  };
  return (
    <Card heading="Passkeys">
      <p className="mb-3 text-soft">
        {isReachedByName()
          ? "A device that knows your finger, face or number signs you in by itself. What opens it stays on that device."
          : "They need the name of the machine, and this page is open by its address: open it by the name."}
      </p>
      {passkeys.length > 0 && (
        <ul className="mb-3 flex flex-col divide-y divide-line" data-passkeys>
          {passkeys.map(({ id, name: called, since }) => (
            <li key={id} className="flex min-h-12 flex-wrap items-center justify-between gap-3 py-1">
              <span>
                {called || "a device"}
                <span className="block text-sm text-soft">since {dayText(since.slice(0, 10))}</span>
              </span>
              <Button disabled={passphrase === ""} onClick={() => void end(id)}>
                Take it away
              </Button>
            </li>
          ))}
        </ul>
      )}
      {isReachedByName() && (
        <AskedForm
          label="Make one on this device"
          send={(): Promise<Given> => call(ROUTES.beginPasskey, {}, { passphrase })}
          onOk={(told) => void make(told)}
        >
          <TextLine label="What to call it" required maxLength={60} value={name} onChange={setName} />
          <CurrentPassphrase value={passphrase} onChange={setPassphrase} />
        </AskedForm>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
    </Card>
  );
}
