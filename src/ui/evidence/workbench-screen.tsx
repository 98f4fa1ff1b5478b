"use client";

import { Download, FileUp, Plus } from "lucide-react";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { type EvidenceChanges, resolveEvidence, shippedUnder } from "@/core/evidence";
import { SHIPPED_VERSION } from "@/core/vocabulary";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import type { EvidenceVersion } from "@/wire/evidence";
import { Button, ButtonLink, DownloadLink } from "../primitives/button";
import { inputClass } from "../primitives/field";
import { RecordsTab, RulesTab } from "./evidence-tabs";
import { type Opened } from "./opened";
import type { Save } from "./save";
import { StartsEditor } from "./starts-editor";
import { Versions } from "./versions";
import { WorkbenchDialogs } from "./workbench-dialogs";

type Props = {
  changes: EvidenceChanges;
  history: readonly Omit<EvidenceVersion, "changes">[];
  by: string;
  onSaved: () => void;
};

const TABS = [
  ["records", "Records"],
  ["rules", "Rules"],
  ["starts", "Starting probabilities"],
  ["versions", "Versions"],
] as const;

/** Every figure the reading is made from: browse, add, replace, switch off, in versions. */
export function WorkbenchScreen({ changes, history, by, onSaved }: Props) {
  const evidence = resolveEvidence(changes);
  const [query, setQuery] = useState("");
  const [opened, setOpened] = useState<Opened>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const save: Save = async (next, reason) => {
    const written = await call(ROUTES.saveEvidence, {}, { changes: next, by, reason });
    if (!written.ok) return written.message;
    setOpened(null);
    onSaved();
    return null;
  };
  const turn = async (id: string, on: boolean, reason: string) =>
    setProblem(
      await save(
        { ...changes, switches: [...changes.switches.filter((other) => other.id !== id), { id, on, reason }] },
        `${id} was switched ${on ? "on" : "off"}: ${reason}`,
      ),
    );
  return (
    <>
      <main className="mx-auto flex w-full max-w-7xl flex-col gap-3 p-4">
        <div className="flex flex-wrap items-center gap-3">
          <div className="me-auto">
            <h1 className="text-2xl font-bold">Evidence</h1>
            <p className="text-sm text-soft" data-version={evidence.version}>
              {evidence.version === SHIPPED_VERSION
                ? "The figures as shipped. New exams are read under them."
                : `Version ${evidence.version}, number ${history[0]?.number}: new exams are read under it.`}
            </p>
          </div>
          <ButtonLink href="/evidence/errors">Own error of measuring</ButtonLink>
          <Button onClick={() => setOpened({ kind: "record" })}>
            <Plus aria-hidden size={18} /> Add a record
          </Button>
          <Button onClick={() => setOpened({ kind: "import" })}>
            <FileUp aria-hidden size={18} /> Import
          </Button>
          {(["json", "csv"] as const).map((as) => (
            <DownloadLink key={as} href={`/api/evidence/export?as=${as}`}>
              <Download aria-hidden size={18} /> {as.toUpperCase()}
            </DownloadLink>
          ))}
        </div>
        {shippedUnder(changes) !== SHIPPED_VERSION && (
          <div role="note" className="flex flex-wrap items-center gap-3 rounded-lg bg-caution-well p-3 text-caution">
            <p className="grow">
              Your changes stand on the figures as they first shipped. Newer ones ship now, and new exams are not read
              under them until you say so; what was read stays.
            </p>
            <Button
              onClick={() =>
                void save({ ...changes, on: SHIPPED_VERSION }, "our changes on today's shipped figures").then(
                  setProblem,
                )
              }
            >
              Use today&apos;s shipped figures
            </Button>
          </div>
        )}
        {problem && (
          <p role="alert" className="rounded-lg bg-stop-well p-3 text-stop">
            {problem}
          </p>
        )}
        <Tabs.Root defaultValue="records">
          <div className="flex flex-wrap items-end gap-3 border-b border-line">
            <Tabs.List aria-label="Evidence" className="flex flex-wrap gap-1">
              {TABS.map(([id, label]) => (
                <Tabs.Trigger
                  key={id}
                  value={id}
                  className="min-h-11 rounded-t-lg border border-b-0 border-transparent px-4 data-[state=active]:border-edge data-[state=active]:bg-card data-[state=active]:font-semibold"
                >
                  {label}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            <label className="mb-1 min-w-56 grow">
              <span className="sr-only">Find by test, source, author or year</span>
              <input
                type="search"
                className={inputClass}
                placeholder="Test, source, author, year, or off"
                value={query}
                onChange={(event) => setQuery(event.target.value)}
              />
            </label>
          </div>
          <Tabs.Content value="records" className="flex flex-col gap-3 pt-3">
            <RecordsTab evidence={evidence} query={query} changes={changes} onOpen={setOpened} />
          </Tabs.Content>
          <Tabs.Content value="rules" className="flex flex-col gap-3 pt-3">
            <RulesTab evidence={evidence} query={query} onOpen={setOpened} />
          </Tabs.Content>
          <Tabs.Content value="starts" className="pt-3">
            <StartsEditor changes={changes} evidence={evidence} save={save} />
          </Tabs.Content>
          <Tabs.Content value="versions" className="pt-3">
            <Versions history={history} save={save} inForce={evidence.version} />
          </Tabs.Content>
        </Tabs.Root>
        <WorkbenchDialogs
          opened={opened}
          changes={changes}
          by={by}
          save={save}
          onSwitch={turn}
          onSaved={onSaved}
          onClose={() => setOpened(null)}
        />
      </main>
    </>
  );
}
