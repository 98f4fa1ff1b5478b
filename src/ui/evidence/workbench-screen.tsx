"use client";

import { Download, FileUp, Plus } from "lucide-react";
import { Tabs } from "radix-ui";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { searchable } from "@/core/base";
import {
  type EvidenceSet,
  type EvidenceChanges,
  isOwn,
  type OwnRecord,
  resolveEvidence,
  usesOfRecord,
} from "@/core/evidence";
import { type AccuracyRecord, citationText, protocolOf, RULES_WITHOUT_FIGURE } from "@/core/knowledge";
import { memberKey, memberName } from "@/core/reading";
import { SHIPPED_VERSION, SOURCE_IDS, type SourceId, SOURCES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import { FamilyMark } from "../drawing/family-mark";
import { PageHeader } from "../shell/page-header";
import { send } from "@/sync/send";
import type { EvidenceVersion } from "@/wire/evidence";
import { RecordText, RuleText } from "./figures-line";
import { RecordForm } from "./record-form";
import type { Save } from "./save";
import { StartsEditor } from "./starts-editor";
import { Versions } from "./versions";

type Props = {
  changes: EvidenceChanges;
  history: readonly Omit<EvidenceVersion, "changes">[];
  profileName: string | null;
};

type Opened =
  | { kind: "record"; own?: OwnRecord; shipped?: AccuracyRecord }
  | { kind: "switch"; id: string; on: boolean; label: string }
  | { kind: "import" }
  | null;

function SwitchForm({
  opened,
  onGive,
}: {
  opened: Extract<Opened, { kind: "switch" }>;
  onGive: (reason: string) => void;
}) {
  const [reason, setReason] = useState("");
  const [error, setError] = useState<string | undefined>();
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim().length < 3) return setError("Is too short. Say why, for whoever reads it later.");
        onGive(reason.trim());
      }}
      className="flex flex-col gap-3"
    >
      <p>{opened.label}</p>
      <Field label={opened.on ? "Why is it switched on?" : "Why is it switched off?"} error={error}>
        {(ids) => (
          <input
            {...ids}
            className={inputClass}
            maxLength={300}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        )}
      </Field>
      <Button type="submit" look="main">
        {opened.on ? "Switch on" : "Switch off"}
      </Button>
    </form>
  );
}

function ImportForm({ onDone, by }: { onDone: () => void; by: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div className="flex flex-col gap-3">
      <p>
        A JSON file takes the place of everything that is in force; a CSV file adds its records. Nothing is kept of a
        file with a fault in it. The columns are in docs/formats.md.
      </p>
      <label className="flex flex-col gap-1 font-medium">
        Evidence file
        <input
          type="file"
          accept=".json,.csv,application/json,text/csv"
          className="min-h-11"
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            const written = await send("POST", "/api/evidence/import", {
              content: await file.text(),
              by,
              reason: `imported ${file.name}`,
            });
            event.target.value = "";
            if (written.ok) onDone();
            else setProblem(written.message);
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="text-sm font-medium text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}

function RecordRow(props: {
  record: AccuracyRecord;
  evidence: EvidenceSet;
  onReplace: () => void;
  onSwitch: (on: boolean) => void;
}) {
  const { record, evidence, onReplace, onSwitch } = props;
  const { rules } = usesOfRecord(evidence, record);
  const off = record.off !== undefined;
  return (
    <li data-record={record.id} className="grid gap-2 border-t border-line py-2 text-sm md:grid-cols-[1fr_auto]">
      <div className={off ? "text-soft" : ""}>
        <strong className="flex flex-wrap items-center gap-x-2 text-base text-ink">
          {protocolOf(record.test).name}
          {record.testedSide && <span className="font-normal">({record.testedSide})</span>}
          {isOwn(record.id) && <span className="rounded bg-ink px-1.5 text-xs font-semibold text-paper">own</span>}
          {record.alternative && <span className="text-xs font-normal text-soft">alternative</span>}
        </strong>
        <RecordText record={record} />
        <span className="block text-soft">
          Used by: {protocolOf(record.test).name}
          {rules.length > 0 &&
            `; in ${rules.map((id) => evidence.rules.find((rule) => rule.id === id)?.label ?? id).join(", ")}`}
        </span>
      </div>
      <div className="flex flex-wrap items-start gap-1.5 md:justify-end">
        <Button aria-label={`${isOwn(record.id) ? "Change" : "Replace"} ${record.id}`} onClick={onReplace}>
          {isOwn(record.id) ? "Change" : "Replace"}
        </Button>
        <Button aria-label={`Switch ${off ? "on" : "off"} ${record.id}`} onClick={() => onSwitch(off)}>
          Switch {off ? "on" : "off"}
        </Button>
      </div>
    </li>
  );
}

const TABS = [
  ["records", "Records"],
  ["rules", "Rules"],
  ["starts", "Starting probabilities"],
  ["versions", "Versions"],
] as const;

/** Every figure the reading is made from: browse, add, replace, switch off, in versions. */
export function WorkbenchScreen({ changes, history, profileName }: Props) {
  const router = useRouter();
  const evidence = resolveEvidence(changes);
  const [query, setQuery] = useState("");
  const [opened, setOpened] = useState<Opened>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const by = profileName ?? "somebody without a profile";
  const save: Save = async (next, reason) => {
    const written = await send("POST", "/api/evidence", { changes: next, by, reason });
    if (!written.ok) return written.message;
    setOpened(null);
    router.refresh();
    return null;
  };
  const turn = async (id: string, on: boolean, reason: string) =>
    setProblem(
      await save(
        { ...changes, switches: [...changes.switches.filter((one) => one.id !== id), { id, on, reason }] },
        `${id} was switched ${on ? "on" : "off"}: ${reason}`,
      ),
    );
  const wanted = searchable(query).split(" ").filter(Boolean);
  const found = (...texts: string[]) => wanted.every((word) => searchable(texts.join(" ")).includes(word));
  const records = evidence.records.filter((record) =>
    found(
      record.id,
      protocolOf(record.test).name,
      SOURCES[record.source].label,
      citationText(record.citation),
      record.off ? "off" : "on",
    ),
  );
  const rules = evidence.rules.filter((rule) =>
    found(rule.id, rule.label, SOURCES[rule.source].label, citationText(rule.citation)),
  );
  const sources = (list: readonly { source: SourceId }[]) =>
    SOURCE_IDS.filter((source) => list.some((one) => one.source === source));
  return (
    <>
      <PageHeader profileName={profileName} />
      <main className="mx-auto flex w-full max-w-7xl flex-col gap-3 p-4">
        <div className="flex flex-wrap items-center gap-3">
          <div className="mr-auto">
            <h1 className="text-2xl font-bold">Evidence</h1>
            <p className="text-sm text-soft" data-version={evidence.version}>
              {evidence.version === SHIPPED_VERSION
                ? "The figures as shipped. New exams are read under them."
                : `Version ${evidence.version}, number ${history[0]?.number}: new exams are read under it.`}
            </p>
          </div>
          <Button onClick={() => setOpened({ kind: "record" })}>
            <Plus aria-hidden size={18} /> Add a record
          </Button>
          <Button onClick={() => setOpened({ kind: "import" })}>
            <FileUp aria-hidden size={18} /> Import
          </Button>
          {(["json", "csv"] as const).map((as) => (
            <Button key={as} asChild>
              <a href={`/api/evidence/export?as=${as}`} download>
                <Download aria-hidden size={18} /> {as.toUpperCase()}
              </a>
            </Button>
          ))}
        </div>
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
            {records.length === 0 && <p className="text-soft">Nothing found. Try fewer words.</p>}
            {sources(records).map((source) => (
              <Card key={source} heading={<Heading source={source} />}>
                <ul>
                  {records
                    .filter((record) => record.source === source)
                    .map((record) => (
                      <RecordRow
                        key={record.id}
                        record={record}
                        evidence={evidence}
                        onReplace={() => {
                          const own = changes.records.find(({ id }) => id === record.id);
                          setOpened({ kind: "record", ...(own ? { own } : { shipped: record }) });
                        }}
                        onSwitch={(on) =>
                          setOpened({
                            kind: "switch",
                            id: record.id,
                            on,
                            label: `${protocolOf(record.test).name}: ${citationText(record.citation)}`,
                          })
                        }
                      />
                    ))}
                </ul>
              </Card>
            ))}
          </Tabs.Content>
          <Tabs.Content value="rules" className="flex flex-col gap-3 pt-3">
            {sources(rules).map((source) => (
              <Card key={source} heading={<Heading source={source} />}>
                <ul>
                  {rules
                    .filter((rule) => rule.source === source)
                    .map((rule) => (
                      <li
                        key={rule.id}
                        data-rule={rule.id}
                        className="grid gap-2 border-t border-line py-2 text-sm md:grid-cols-[1fr_auto]"
                      >
                        <div>
                          <strong className="text-base">{rule.label}</strong>
                          <RuleText rule={rule} />
                          <span className="block">
                            Members:{" "}
                            {rule.members.map((member, index) => (
                              <span key={memberKey(member)}>
                                {index > 0 && ", "}
                                {memberName(member)}
                                {"positive" in member && member.positive ? ` (${member.positive.said})` : ""}
                              </span>
                            ))}
                          </span>
                        </div>
                        <Button
                          className="self-start"
                          aria-label={`Switch ${rule.off ? "on" : "off"} ${rule.id}`}
                          onClick={() =>
                            setOpened({ kind: "switch", id: rule.id, on: rule.off !== undefined, label: rule.label })
                          }
                        >
                          Switch {rule.off ? "on" : "off"}
                        </Button>
                      </li>
                    ))}
                </ul>
              </Card>
            ))}
            <Card heading="Read in words: no figure">
              <ul className="text-sm">
                {RULES_WITHOUT_FIGURE.map(({ id, label, rule, citation, standing }) => (
                  <li key={id} className="border-t border-line py-2">
                    <strong>{label}</strong>: {rule}. {citation ? `${citationText(citation)} ` : ""}({standing})
                  </li>
                ))}
              </ul>
            </Card>
          </Tabs.Content>
          <Tabs.Content value="starts" className="pt-3">
            <StartsEditor changes={changes} evidence={evidence} save={save} />
          </Tabs.Content>
          <Tabs.Content value="versions" className="pt-3">
            <Versions history={history} save={save} inForce={evidence.version} />
          </Tabs.Content>
        </Tabs.Root>
        <Dialog
          wide
          open={opened?.kind === "record"}
          onOpenChange={(open) => !open && setOpened(null)}
          title={
            opened?.kind === "record" && opened.shipped ? "Replace a shipped record" : "A record of the clinic's own"
          }
          description="The shipped record stays visible beside it. Exams made before keep the version they were read under."
        >
          {opened?.kind === "record" && (
            <RecordForm changes={changes} from={opened} onSave={save} onClose={() => setOpened(null)} />
          )}
        </Dialog>
        <Dialog
          open={opened?.kind === "switch"}
          onOpenChange={(open) => !open && setOpened(null)}
          title={opened?.kind === "switch" && opened.on ? "Switch on" : "Switch off"}
        >
          {opened?.kind === "switch" && (
            <SwitchForm opened={opened} onGive={(reason) => void turn(opened.id, opened.on, reason)} />
          )}
        </Dialog>
        <Dialog
          open={opened?.kind === "import"}
          onOpenChange={(open) => !open && setOpened(null)}
          title="Import evidence"
        >
          <ImportForm
            by={by}
            onDone={() => {
              setOpened(null);
              router.refresh();
            }}
          />
        </Dialog>
      </main>
    </>
  );
}

const Heading = ({ source }: { source: SourceId }) => (
  <span className="flex items-center gap-2">
    <FamilyMark family={SOURCES[source].family} /> {SOURCES[source].label}
  </span>
);
