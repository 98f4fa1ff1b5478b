"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { CarePage } from "@/wire/keeping";
import type { Profile } from "@/wire/practitioners";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";
import { inputClass } from "../primitives/field";
import { useMay } from "./use-may";

/** Who looks after somebody, and who opened their record from outside of that; nothing where the clinic is one team. */
export function CareCard({ person }: { person: string }) {
  const mayLook = useMay("take people over");
  const [care, setCare] = useState<CarePage | null>(null);
  const [colleagues, setColleagues] = useState<readonly Profile[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (!mayLook) return;
    let isHere = true;
    void call(ROUTES.care, { person }, {}).then((told) => isHere && told.ok && setCare(told.value));
    void call(ROUTES.profiles, {}, null).then((told) => isHere && told.ok && setColleagues(told.value.profiles));
    return () => void (isHere = false);
  }, [person, mayLook]);
  if (!care || (care.team === "whole clinic" && care.opened.length === 0)) return null;
  const change = async (what: "give" | "end", practitioner: string) => {
    const said = await call(ROUTES.changeCare, { person }, { what, practitioner, reason: null });
    setProblem(said.ok ? null : said.message);
    if (said.ok) setCare(said.value);
  };
  const others = colleagues.filter(({ id }) => !care.given.some((one) => one.id === id));
  return (
    <Card heading="In whose care" className="no-print">
      <div data-care className="flex flex-col gap-2">
        <p className="text-soft">Whoever entered, examined or countersigned them looks after them, and beside these:</p>
        <ul className="flex flex-col gap-1">
          {care.given.map(({ id, name }) => (
            <li key={id} className="flex flex-wrap items-center gap-2">
              <span className="grow">{name}</span>
              <Button onClick={() => void change("end", id)}>No longer</Button>
            </li>
          ))}
        </ul>
        <label className="flex flex-wrap items-center gap-2">
          Give them to
          <select className={inputClass} value="" onChange={(event) => void change("give", event.target.value)}>
            <option value="">choose</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {care.opened.map(({ name, at, reason }) => (
          <p key={`${at} ${name}`} className="rounded-lg border-2 border-edge bg-caution-well p-2 text-caution">
            Opened from outside of their care by {name}, {dayText(at.slice(0, 10))}: {reason}
          </p>
        ))}
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
      </div>
    </Card>
  );
}
