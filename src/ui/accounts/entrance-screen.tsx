"use client";

import { Dialog as Radix } from "radix-ui";
import { useCallback, useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { Door } from "@/wire/accounts";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { keptAnswers } from "@/wire/kept-answers";
import { forgetCode, isLockedHere, isSignedOutHere, learnCode, setLockedHere } from "@/sync/lock-here";
import { forgetSeal } from "@/sync/seal";
import { ROUTES } from "@/wire/routes";
import { LanternMark } from "../drawing/lantern-mark";
import { Button } from "../primitives/button";
import { OwnOwner } from "./own-owner";
import { SIGNED_OUT } from "./shut";
import { SignInForm, UnlockForm } from "./sign-in-form";
import { UnlockAlone } from "./unlock-alone";

/** Who came in, as the server knows them now. */
const whoNow = async (): Promise<string | null> => {
  const told = await call(EXAM_ROUTES.here, {}, null);
  return told.ok ? (told.value.profile?.id ?? null) : null;
};

const TITLES = { accounts: "Sign in", here: "Sign in", first: "Whose store is this?" } as const;

const WITHIN_MS = 10_000;

/** Who may come in at the door now. A lock that the server has not heard of is told to it first. */
async function atTheDoor() {
  if (isSignedOutHere()) {
    const out = await call(ROUTES.signOut, {}, {}, WITHIN_MS);
    if (out.ok || out.status !== 0) setLockedHere(false);
  }
  const told = await call(ROUTES.door, {}, null, WITHIN_MS);
  if (!told.ok || told.value.isLocked || !isLockedHere()) return told;
  await call(ROUTES.lock, {}, {}, WITHIN_MS);
  return call(ROUTES.door, {}, null, WITHIN_MS);
}

/** Whoever comes next at this device finds nothing of the one who was here. */
const forgetWhoWasHere = (): void =>
  [keptAnswers()?.wipe(), forgetSeal(), forgetCode()].forEach((forgetting) => void forgetting?.catch(() => {}));

type EntranceProps = {
  /** Whose page it is; null: not known yet. */
  whose: string | null;
  onIn: (whoNow: () => Promise<string | null>) => void;
};

/** What stands over the page until somebody has come in: it names nobody. */
export function EntranceScreen({ whose, onIn }: EntranceProps) {
  const [door, setDoor] = useState<Door | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** Locked, and the server cannot be asked. */
  const [isAlone, setAlone] = useState(false);
  const [byPassphrase, setByPassphrase] = useState(false);
  const look = useCallback(async () => {
    const told = await atTheDoor();
    /** A locked table is still theirs. */
    if (told.ok && !told.value.isLocked) forgetWhoWasHere();
    if (told.ok) setDoor(told.value);
    /** A store without accounts has no lock: this one was left by another store at the same address. */
    if (told.ok && told.value.entrance !== "accounts") setLockedHere(false);
    const isLeftAlone = !told.ok && told.status === 0 && isLockedHere() && !isSignedOutHere();
    setAlone(isLeftAlone);
    setProblem(told.ok || isLeftAlone ? null : isSignedOutHere() ? SIGNED_OUT : told.message);
  }, []);
  useEffect(() => {
    const timer = setTimeout(() => void look(), 0);
    return () => clearTimeout(timer);
  }, [look]);
  const done = () => {
    setLockedHere(false);
    onIn(whoNow);
  };
  const unlocked = async (code: string) => {
    const now = await whoNow();
    if (now !== null) await learnCode(now, code).catch(() => {});
    done();
  };
  const isLocked = isAlone || (door?.isLocked === true && !byPassphrase);
  const title = isLocked ? "The table is locked" : TITLES[door?.entrance ?? "accounts"];
  return (
    <Radix.Root open>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-60 bg-paper" data-entrance />
        <Radix.Content
          aria-describedby=""
          onEscapeKeyDown={(event) => event.preventDefault()}
          onPointerDownOutside={(event) => event.preventDefault()}
          onInteractOutside={(event) => event.preventDefault()}
          className="fixed top-1/2 left-1/2 z-60 flex max-h-[96dvh] w-[calc(100vw-1.5rem)] max-w-md -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-y-auto rounded-2xl border border-edge bg-card p-6"
        >
          <div className="flex items-center gap-2 text-lg font-bold">
            <LanternMark size={34} /> Dust Lantern
          </div>
          <Radix.Title className="text-2xl font-bold">{title}</Radix.Title>
          {problem && (
            <p role="alert" className="text-stop">
              {problem}{" "}
              <Button onClick={() => void look()} className="mt-2">
                Try again
              </Button>
            </p>
          )}
          {isAlone && <UnlockAlone onOpen={() => onIn(() => Promise.resolve(whose))} onAgain={() => void look()} />}
          {door &&
            !isAlone &&
            (isLocked ? (
              <UnlockForm onIn={(code) => void unlocked(code)} onPassphrase={() => setByPassphrase(true)} />
            ) : door.entrance === "first" ? (
              <>
                <p className="text-soft">
                  Nobody has an account here yet. The owner makes the others, decides who may do what, and looks after
                  back-ups. A passphrase that is lost can be made anew at this machine only.
                </p>
                <OwnOwner profiles={door.profiles} onDone={done} />
              </>
            ) : (
              <SignInForm onIn={done} />
            ))}
          <p className="text-sm text-soft">What was tapped is kept in this browser and in the store.</p>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
