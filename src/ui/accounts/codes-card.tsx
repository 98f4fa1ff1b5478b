"use client";

import { toString as pictureOf } from "qrcode";
import { useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Card } from "../primitives/card";
import { AskedForm } from "./asked-form";
import { CurrentPassphrase, TextLine } from "./text-line";

type Begun = { readonly address: string; readonly recovery: readonly string[]; readonly picture: string };

const secretIn = (address: string): string => new URL(address).searchParams.get("secret") ?? "";
const inFours = (text: string): string => text.match(/.{1,4}/g)?.join(" ") ?? text;

/** The second half: what the app has to know, what is written down, and one code as proof. */
function Confirm({ begun, onDone }: { begun: Begun; onDone: () => void }) {
  const [code, setCode] = useState("");
  return (
    <AskedForm
      isMain
      label="Ask for codes from now on"
      send={() => call(ROUTES.confirmCodes, {}, { code: code.trim() })}
      onOk={onDone}
    >
      <div className="flex flex-wrap gap-4">
        {/* Drawn by the package as one path, here in the browser: nothing is fetched. */}
        {/* eslint-disable-next-line @next/next/no-img-element */}
        <img
          alt="Picture code for the app that makes the codes"
          width={176}
          height={176}
          className="rounded-lg bg-white p-2"
          src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.picture)}`}
        />
        <p className="max-w-xs">
          Show this to an app that makes one-time codes, or type in:
          <code className="mt-1 block break-all">{inFours(secretIn(begun.address))}</code>
        </p>
      </div>
      <div>
        <p className="font-medium">Write these down now; they are not shown again. Each opens once, without the app.</p>
        <ul className="mt-1 grid grid-cols-2 gap-x-4 font-mono sm:grid-cols-3" data-recovery>
          {begun.recovery.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      </div>
      <TextLine
        label="The code the app shows now"
        inputMode="numeric"
        autoComplete="one-time-code"
        required
        minLength={6}
        maxLength={6}
        value={code}
        onChange={setCode}
      />
    </AskedForm>
  );
}

/** One-time codes beside the passphrase: begun, confirmed, ended. */
export function CodesCard({ hasCodes, onDone }: { hasCodes: boolean; onDone: () => void }) {
  const [passphrase, setPassphrase] = useState("");
  const [begun, setBegun] = useState<Begun | null>(null);
  const finish = () => {
    setBegun(null);
    setPassphrase("");
    onDone();
  };
  const begin = async ({ address, recovery }: Omit<Begun, "picture">) =>
    setBegun({ address, recovery, picture: await pictureOf(address, { type: "svg", margin: 0 }) });
  const typed = <CurrentPassphrase value={passphrase} onChange={setPassphrase} />;
  return (
    <Card heading="One-time codes">
      {begun ? (
        <Confirm begun={begun} onDone={finish} />
      ) : (
        <>
          <p className="mb-3 text-soft">
            {hasCodes
              ? "A code from your app is asked beside the passphrase."
              : "With them, a passphrase that somebody saw you type opens nothing."}
          </p>
          {hasCodes ? (
            <AskedForm
              label="Ask for codes no more"
              send={() => call(ROUTES.endCodes, {}, { passphrase })}
              onOk={finish}
            >
              {typed}
            </AskedForm>
          ) : (
            <AskedForm
              label="Set codes up"
              send={() => call(ROUTES.beginCodes, {}, { passphrase })}
              onOk={(told) => void begin(told)}
            >
              {typed}
            </AskedForm>
          )}
        </>
      )}
    </Card>
  );
}
