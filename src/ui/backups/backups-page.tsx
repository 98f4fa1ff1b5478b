"use client";

import { useState } from "react";
import type { BackupRun, Backups } from "@/wire/backups";
import { ROUTES } from "@/wire/routes";
import { Card } from "../primitives/card";
import { timeText } from "../primitives/dates";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { SettingsHeading } from "../settings/settings-heading";
import { PageHeader } from "../shell/page-header";
import { ByThemselves } from "./by-themselves";
import { OpenBackup } from "./open-backup";
import { WithPassphrase } from "./with-passphrase";

const MEGABYTE = 1024 * 1024;
const sizeText = (bytes: number): string => `${(bytes / MEGABYTE).toFixed(1)} MB`;

const wasMade = ({ anchor }: BackupRun): boolean => anchor !== "";

/** The one thing to know: when the last back-up was made, or that there is none. */
function Standing({ runs, missed, plan }: Backups) {
  const last = runs.find(wasMade);
  if (missed)
    return (
      <p role="alert" className="rounded-2xl border-2 border-stop bg-stop-well p-4 text-xl text-stop" data-missed>
        {missed}
      </p>
    );
  if (!last)
    return (
      <p
        role={plan ? "status" : "alert"}
        className="rounded-2xl border-2 border-edge bg-caution-well p-4 text-xl text-caution"
      >
        {plan
          ? "The first back-up is made within five minutes."
          : "There is no back-up of this store. If this disk fails, every record is gone."}
      </p>
    );
  return (
    <p className="rounded-2xl border border-line bg-card p-4 text-xl">
      Last back-up: <strong>{timeText(last.at)}</strong>, {last.exams} examinations, {sizeText(last.bytes)}.{" "}
      <span className="block text-base text-soft">
        The record ended at {last.anchor} in it: a store that was rolled back shows against that.
        {!plan && " Nothing makes the next one by itself."}
      </span>
    </p>
  );
}

const FOLDER = /[/\\][^/\\]*$/;

/** What was made, and what failed. */
function Made({ runs, onChoose }: { runs: readonly BackupRun[]; onChoose: (file: string) => void }) {
  if (runs.length === 0) return null;
  return (
    <Card heading="Made so far">
      <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label="Back-ups made so far">
        <table className="w-full text-start">
          <thead className="text-sm text-soft">
            <tr>
              <th className="p-2 font-medium">When</th>
              <th className="p-2 font-medium">Examinations</th>
              <th className="p-2 font-medium">Size</th>
              <th className="p-2 font-medium">Where</th>
              <th className="p-2">
                <span className="sr-only">Open it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {runs.map((run, index) => (
              <tr key={index} className="border-t border-line">
                <td className="p-2 whitespace-nowrap">{timeText(run.at)}</td>
                <td className="p-2 tabular-nums">{wasMade(run) ? run.exams : ""}</td>
                <td className="p-2 whitespace-nowrap tabular-nums">{wasMade(run) ? sizeText(run.bytes) : ""}</td>
                <td className="p-2 text-sm break-all">
                  {wasMade(run) ? run.file.replace(FOLDER, "") : "not made"}
                  {run.problem && <span className="block text-stop">{run.problem}</span>}
                </td>
                <td className="p-1 text-end">
                  {wasMade(run) && (
                    <button
                      type="button"
                      className="min-h-11 px-2 underline"
                      onClick={() => onChoose(run.file)}
                      aria-label={`Open the back-up of ${timeText(run.at)}`}
                    >
                      Open
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Card>
  );
}

function BackupsScreen({ backups, onChanged }: { backups: Backups; onChanged: () => void }) {
  const [file, setFile] = useState("");
  return (
    <main className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
      <SettingsHeading>Back-ups</SettingsHeading>
      <Standing {...backups} />
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="flex flex-col gap-4">
          <ByThemselves plan={backups.plan} onChanged={onChanged} />
          <WithPassphrase folder={backups.plan?.folder ?? ""} onChanged={onChanged} />
        </div>
        <OpenBackup file={file} onFile={setFile} onChanged={onChanged} />
      </div>
      <Made runs={backups.runs} onChoose={setFile} />
    </main>
  );
}

/** Back-ups: how they stand, how they make themselves, and what is done with one. */
export function BackupsPage() {
  const { reload: reloadHere } = useHere();
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.backups} ask={null} skeleton={<Outline blocks={["h-16", "h-72", "h-48"]} />}>
        {(backups, reload) => (
          <BackupsScreen backups={backups} onChanged={() => void Promise.all([reload(), reloadHere()])} />
        )}
      </Loaded>
    </>
  );
}
