"use client";

import { Dialog as Radix } from "radix-ui";
import { useCallback, useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { Door } from "@/wire/accounts";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { keptAnswers } from "@/wire/kept-answers";
import { ROUTES } from "@/wire/routes";
import { LanternMark } from "../drawing/lantern-mark";
import { Button } from "../primitives/button";
import { OwnOwner } from "./own-owner";
import { SignInForm, UnlockForm } from "./sign-in-form";

/** Who came in, as the server knows them now. */
const whoNow = async (): Promise<string | null> => {
  const told = await call(EXAM_ROUTES.here, {}, null);
  return told.ok ? (told.value.profile?.id ?? null) : null;
};

const TITLES = { accounts: "Sign in", here: "Sign in", first: "Whose store is this?" } as const;

/** What stands over the page until somebody has come in: it names nobody. */
export function EntranceScreen({ onIn }: { onIn: (whoNow: () => Promise<string | null>) => void }) {
  const [door, setDoor] = useState<Door | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [byPassphrase, setByPassphrase] = useState(false);
  const look = useCallback(async () => {
    const told = await call(ROUTES.door, {}, null);
    /** Whoever comes next at this device finds nothing of the one who was here; a locked table is still theirs. */
    if (told.ok && !told.value.isLocked)
      void keptAnswers()
        ?.wipe()
        .catch(() => {});
    if (told.ok) setDoor(told.value);
    setProblem(told.ok ? null : told.message);
  }, []);
  useEffect(() => {
    const timer = setTimeout(() => void look(), 0);
    return () => clearTimeout(timer);
  }, [look]);
  const done = () => onIn(whoNow);
  const isLocked = door?.isLocked === true && !byPassphrase;
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
          {door &&
            (isLocked ? (
              <UnlockForm onIn={done} onPassphrase={() => setByPassphrase(true)} />
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
