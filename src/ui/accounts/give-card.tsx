"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { RecordGrants } from "@/wire/grants";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { ReasonForm } from "../primitives/reason-form";

/** Gives this signed record to a reader, or takes it back; nothing where there is no reader. */
export function GiveCard({ exam }: { exam: string }) {
  const [readers, setReaders] = useState<RecordGrants["readers"]>([]);
  const [giving, setGiving] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.grants, { exam }, {}).then((told) => isHere && told.ok && setReaders(told.value.readers));
    return () => void (isHere = false);
  }, [exam]);
  if (readers.length === 0) return null;
  const give = async (reader: string, reason: string | null) => {
    const said = await call(ROUTES.giveRecord, { exam }, { reader, reason });
    setProblem(said.ok ? null : said.message);
    if (!said.ok) return;
    setReaders(said.value.readers);
    setGiving(null);
  };
  return (
    <Card heading="Give to a reader">
      <ul className="flex flex-col gap-2" data-readers>
        {readers.map(({ id, name, reason }) => (
          <li key={id} className="flex flex-col gap-1">
            {reason === null ? (
              <Button onClick={() => setGiving(giving === id ? null : id)}>Let {name} look at it</Button>
            ) : (
              <>
                <span>
                  <strong>{name}</strong> may look at it: {reason}
                </span>
                <Button onClick={() => void give(id, null)}>Take it back from {name}</Button>
              </>
            )}
            {giving === id && (
              <ReasonForm
                label="Why may they see it?"
                button="Give it"
                shortest={3}
                className="gap-2"
                fieldClass="min-w-48"
                onGive={(why) => void give(id, why)}
              />
            )}
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
    </Card>
  );
}
