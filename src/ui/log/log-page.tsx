"use client";

import { Download } from "lucide-react";
import { useEffect, useState } from "react";
import { type Act, ACTS } from "@/core/access";
import type { LogLine } from "@/wire/access-log";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button, DownloadLink } from "../primitives/button";
import { timeText } from "../primitives/dates";
import { SearchField } from "../primitives/search-field";
import { SettingsHeading } from "../settings/settings-heading";
import { PageHeader } from "../shell/page-header";

const SEARCH_DELAY_MS = 150;
const REFUSED = /^refused: (.*)$/;

/** What somebody did, where the log says so of an act. */
const DID: Partial<Record<Act, string>> = {
  "see the list": "searched the list for",
  "enter people": "entered or corrected somebody",
  "see a record": "saw the record",
  examine: "examined",
  countersign: "countersigned, or gave back",
  "take records out": "took the record out",
  "take records in": "took a record in",
  "change what is said": "changed what is said to people",
  "change the figures": "changed the evidence in force",
  "change who works here": "changed who works here",
  "let systems in": "let another system in, or out",
  "see the log": "looked into this log",
  "take people over": "looked after whose care",
  "erase people": "decided on keeping, or erased",
  "look after back-ups": "looked after back-ups",
};

const isAct = (act: string): act is Act => Object.hasOwn(ACTS, act);

/** What was done, as a sentence about whoever did it. */
function actText(act: string): string {
  const refused = REFUSED.exec(act)?.[1];
  if (refused !== undefined) return `was refused: ${isAct(refused) ? ACTS[refused].words : refused}`;
  return isAct(act) ? (DID[act] ?? ACTS[act].words) : act;
}

function Lines({ lines }: { lines: readonly LogLine[] }) {
  return (
    <div
      className="overflow-x-auto rounded-2xl border border-line bg-card"
      tabIndex={0}
      role="region"
      aria-label="Lines"
    >
      <table className="w-full min-w-3xl text-start">
        <thead>
          <tr className="border-b border-line text-sm text-soft">
            {["When", "Who", "What", "Whose", "From"].map((head) => (
              <th key={head} scope="col" className="px-3 py-2 font-medium">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(({ n, at, name, role, act, detail, whose, address }) => (
            <tr key={n} className="border-b border-line/60 last:border-0">
              <td className="px-3 py-1.5 whitespace-nowrap tabular-nums">{timeText(at)}</td>
              <td className="px-3 py-1.5">
                {name || <span className="text-soft">nobody known</span>}
                {role && <span className="block text-sm text-soft">{role}</span>}
              </td>
              <td className={REFUSED.test(act) ? "px-3 py-1.5 font-medium text-stop" : "px-3 py-1.5"}>
                {actText(act)}
                {detail && <span className="text-soft"> “{detail}”</span>}
              </td>
              <td className="px-3 py-1.5">{whose}</td>
              <td className="px-3 py-1.5 text-sm text-soft">{address}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.length === 0 && <p className="p-6 text-center text-soft">No line holds all of these words.</p>}
    </div>
  );
}

/** Who opened, printed, took out or was refused what; searched as one types. */
export function LogPage() {
  const [query, setQuery] = useState("");
  const [told, setTold] = useState<{ lines: readonly LogLine[]; more: boolean } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isHere = true;
    const timer = setTimeout(async () => {
      const found = await call(ROUTES.log, {}, query.trim() ? { q: query } : {});
      if (!isHere) return;
      setProblem(found.ok ? null : found.message);
      if (found.ok) setTold(found.value);
    }, SEARCH_DELAY_MS);
    return () => {
      isHere = false;
      clearTimeout(timer);
    };
  }, [query]);
  const older = async () => {
    const before = String(told?.lines.at(-1)?.n ?? 1);
    const found = await call(ROUTES.log, {}, query.trim() ? { q: query, before } : { before });
    setProblem(found.ok ? null : found.message);
    if (found.ok) setTold({ lines: [...(told?.lines ?? []), ...found.value.lines], more: found.value.more });
  };
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
        <SettingsHeading
          aside={
            <DownloadLink href={ROUTES.exportLog.path}>
              <Download aria-hidden size={18} /> All of it (CSV)
            </DownloadLink>
          }
        >
          Log of access
        </SettingsHeading>
        <p className="max-w-prose text-soft">
          Who saw, printed or took out which record, and what was refused. A record that stays open is one line in a
          quarter of an hour. Lines are chained, and only ever added.
        </p>
        <SearchField
          label="Search the log"
          placeholder="A name, whose record, an act, a day"
          value={query}
          maxLength={200}
          onChange={setQuery}
        />
        {problem && (
          <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
            {problem}
          </p>
        )}
        {told ? <Lines lines={told.lines} /> : <div aria-hidden className="h-96 rounded-2xl bg-well" />}
        {told?.more && (
          <Button className="self-start" onClick={() => void older()}>
            Older lines
          </Button>
        )}
      </main>
    </>
  );
}
