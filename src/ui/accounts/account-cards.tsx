"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import { forgetCode, learnCode, setLockedHere, setSignedOutHere } from "@/sync/lock-here";
import { openOutbox } from "@/sync/outbox";
import { forgetSeal } from "@/sync/seal";
import type { OwnAccount, SessionShown } from "@/wire/accounts";
import { keptAnswers } from "@/wire/kept-answers";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { timeText } from "../primitives/dates";
import { Loaded } from "../shell/loaded";
import { useHere } from "../shell/here";
import { AskedForm } from "./asked-form";
import { lockTable } from "./auto-lock";
import { CodesCard } from "./codes-card";
import { PasskeysCard } from "./passkeys-card";
import { CurrentPassphrase, NewPassphrase, ShortCodeLine } from "./text-line";

function ChangePassphrase({ onDone }: { onDone: () => void }) {
  const [now, setNow] = useState("");
  const [next, setNext] = useState({ value: "", again: "" });
  return (
    <Card heading="Another passphrase">
      <AskedForm
        label="Change it"
        done="It holds from now on; every other device is signed out."
        disabled={next.value !== next.again}
        send={() => call(ROUTES.changePassphrase, {}, { now, next: next.value })}
        onOk={() => {
          setNow("");
          setNext({ value: "", again: "" });
          onDone();
        }}
      >
        <CurrentPassphrase value={now} onChange={setNow} />
        <NewPassphrase {...next} onChange={(value, again) => setNext({ value, again })} />
      </AskedForm>
    </Card>
  );
}

function LockCode({ hasOne, onDone }: { hasOne: boolean; onDone: () => void }) {
  const [code, setCode] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const whose = useHere().here?.profile?.id ?? null;
  const clear = () => {
    if (whose !== null) void learnCode(whose, code).catch(() => {});
    setCode("");
    setPassphrase("");
    onDone();
  };
  return (
    <Card heading="Table lock">
      <p className="mb-3 text-soft">
        {hasOne
          ? "The table locks after five minutes without use, never while a test is in hand. Five wrong codes, and only the passphrase opens it."
          : "Without a code the table does not lock, and nobody can take this device over from you."}
      </p>
      <AskedForm
        label={hasOne ? "Change the code" : "Choose the code"}
        done="It holds from now on."
        send={() => call(ROUTES.chooseLockCode, {}, { code, passphrase })}
        onOk={clear}
      >
        <ShortCodeLine label="Short code" hint="Four to six digits." value={code} onChange={setCode} />
        <CurrentPassphrase value={passphrase} onChange={setPassphrase} />
      </AskedForm>
    </Card>
  );
}

const KNOWN_DEVICES: readonly (readonly [RegExp, string])[] = [
  [/iPad|Tablet/i, "tablet"],
  [/iPhone|Android.*Mobile/i, "phone"],
  [/Android/i, "tablet"],
  [/Windows/i, "Windows computer"],
  [/Macintosh/i, "Mac"],
  [/Linux/i, "Linux computer"],
];
const deviceText = (agent: string): string => KNOWN_DEVICES.find(([found]) => found.test(agent))?.[1] ?? "a device";

function Sessions({ sessions, onDone }: { sessions: readonly SessionShown[]; onDone: () => void }) {
  const end = async (session: string | null) => {
    await call(ROUTES.endSession, {}, { session });
    onDone();
  };
  const others = sessions.filter(({ isThis }) => !isThis);
  return (
    <Card heading="Where you are signed in">
      <ul className="flex flex-col divide-y divide-line">
        {sessions.map(({ id, since, lastUsed, device, address, isThis }) => (
          <li key={id} className="flex min-h-12 flex-wrap items-center justify-between gap-3 py-1">
            <span>
              {isThis ? <strong>This device</strong> : `A ${deviceText(device)} at ${address || "an unknown address"}`}
              <span className="block text-sm text-soft">
                since {timeText(since)}, last used {timeText(lastUsed)}
              </span>
            </span>
            {!isThis && <Button onClick={() => void end(id)}>Sign out there</Button>}
          </li>
        ))}
      </ul>
      {others.length > 1 && (
        <Button className="mt-3" onClick={() => void end(null)}>
          Sign out everywhere else
        </Button>
      )}
    </Card>
  );
}

const WITHIN_MS = 10_000;

function AtThisDevice({ others, canLock }: { others: OwnAccount["others"]; canLock: boolean }) {
  const [problem, setProblem] = useState<string | null>(null);
  const give = async (session: string) => {
    const given = await call(ROUTES.changeHands, {}, { session });
    if (given.ok) location.reload();
    else setProblem(given.message);
  };
  const { here } = useHere();
  const [waiting, setWaiting] = useState(0);
  /** It stands over the page after signing out, also when the server can no longer be asked for it. */
  useEffect(() => void import("./entrance-screen"), []);
  const leave = async () => {
    /** What waits stays in this browser, sealed: whoever leaves is told before. */
    const left = (await openOutbox().all()).filter(({ event }) => event.actor.id === here?.profile?.id).length;
    if (left > 0 && waiting === 0) return setWaiting(left);
    const said = await call(ROUTES.signOut, {}, {}, WITHIN_MS);
    await Promise.all([keptAnswers()?.wipe(), forgetSeal(), forgetCode()]);
    if (said.ok || said.status !== 0) {
      setLockedHere(false);
      location.reload();
    } else setSignedOutHere();
  };
  return (
    <Card heading="At this device">
      <div className="flex flex-wrap gap-2">
        {canLock && <Button onClick={() => void lockTable().then(setProblem)}>Lock the table</Button>}
        {others.map(({ session, name }) => (
          <Button key={session} onClick={() => void give(session)}>
            Hand over to {name}
          </Button>
        ))}
        <Button onClick={() => void leave()}>{waiting > 0 ? "Sign out all the same" : "Sign out"}</Button>
      </div>
      {waiting > 0 && (
        <p role="alert" className="mt-2 text-caution">
          {waiting} {waiting === 1 ? "entry is" : "entries are"} not sent yet. They stay sealed on this device and are
          sent when you sign in here again.
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
      <p className="mt-2 text-sm text-soft">
        Whoever takes over opens it with their own short code. Somebody who signs in here once can take over from then
        on.
      </p>
    </Card>
  );
}

/** One's own account: how one comes in, and where one is. */
export function AccountCards() {
  const { here, reload: reloadHere } = useHere();
  return (
    <Loaded route={ROUTES.ownAccount} ask={{}} skeleton={<div aria-hidden className="h-64 rounded-2xl bg-well" />}>
      {(account, reload) => {
        const changed = () => void Promise.all([reload(), reloadHere()]);
        return (
          <div className="grid items-start gap-4 lg:grid-cols-2" data-account>
            <div className="flex flex-col gap-4">
              <AtThisDevice others={account.others} canLock={here?.account?.canLock === true} />
              <Sessions sessions={account.sessions} onDone={changed} />
              <LockCode hasOne={account.hasLockCode} onDone={changed} />
            </div>
            <div className="flex flex-col gap-4">
              <ChangePassphrase onDone={changed} />
              <CodesCard hasCodes={account.hasCodes} onDone={changed} />
              <PasskeysCard passkeys={account.passkeys} onDone={changed} />
            </div>
          </div>
        );
      }}
    </Loaded>
  );
}
