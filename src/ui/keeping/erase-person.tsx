"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { useMay } from "../accounts/use-may";
import { Button } from "../primitives/button";
import { EraseDialog } from "./erase-dialog";

/** Erasing this person, for whoever may decide that. */
export function ErasePerson({ person }: { person: { id: string; name: string; number: string } }) {
  const mayErase = useMay("erase people");
  const router = useRouter();
  const [until, setUntil] = useState<string | null | undefined>(undefined);
  const [problem, setProblem] = useState<string | null>(null);
  if (!mayErase) return null;
  const ask = async () => {
    const told = await call(ROUTES.keeping, {}, {});
    setProblem(told.ok ? null : told.message);
    if (told.ok) setUntil(told.value.inBackupsUntil);
  };
  return (
    <div className="no-print flex flex-wrap items-center justify-end gap-3">
      <Button look="quiet" onClick={() => void ask()}>
        Erase this person…
      </Button>
      {problem && until === undefined && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {until !== undefined && (
        <EraseDialog
          person={person}
          inBackupsUntil={until}
          problem={problem}
          onErase={async (said) => {
            const done = await call(ROUTES.erase, { person: person.id }, said);
            if (done.ok) router.push("/settings/keeping");
            else setProblem(done.message);
          }}
          onClose={() => {
            setUntil(undefined);
            setProblem(null);
          }}
        />
      )}
    </div>
  );
}
