"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { CarePage } from "@/wire/keeping";
import { ROUTES } from "@/wire/routes";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";

/** Whether everybody sees all records, or those in their care. */
export function TeamCard() {
  const [team, setTeam] = useState<CarePage["team"] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.team, {}, {}).then((told) => isHere && told.ok && setTeam(told.value.team));
    return () => void (isHere = false);
  }, []);
  if (team === null) return null;
  const choose = async (next: CarePage["team"]) => {
    const said = await call(ROUTES.setTeam, {}, { team: next });
    setProblem(said.ok ? null : said.message);
    if (said.ok) setTeam(said.value.team);
  };
  return (
    <Card heading="Who sees whose records">
      <Choice
        label="Records are seen by"
        value={team}
        options={[
          { value: "whole clinic", label: "everybody who may see records" },
          { value: "by care", label: "those who look after the person" },
        ]}
        onChoose={(next) => void choose(next)}
      />
      <p className="mt-2 max-w-prose text-soft">
        By care: whoever entered, examined or countersigned somebody, took them over or was given them. Everybody else
        opens a record with a typed reason, which stands in the log and on the record.
      </p>
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
    </Card>
  );
}
