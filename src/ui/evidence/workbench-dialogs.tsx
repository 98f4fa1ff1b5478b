"use client";

import { useState } from "react";
import type { EvidenceChanges } from "@/core/evidence";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import type { Opened } from "./opened";
import { RecordForm } from "./record-form";
import type { Save } from "./save";

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
            const written = await call(
              ROUTES.importEvidence,
              {},
              {
                content: await file.text(),
                by,
                reason: `imported ${file.name}`,
              },
            );
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

type Props = {
  opened: Opened;
  changes: EvidenceChanges;
  by: string;
  save: Save;
  onSwitch: (id: string, on: boolean, reason: string) => unknown;
  onSaved: () => void;
  onClose: () => void;
};

/** What opens over the workbench: a record's form, why one is switched, a file to import. */
export function WorkbenchDialogs({ opened, changes, by, save, onSwitch, onSaved, onClose }: Props) {
  return (
    <>
      <Dialog
        wide
        open={opened?.kind === "record"}
        onOpenChange={(open) => !open && onClose()}
        title={
          opened?.kind === "record" && opened.shipped ? "Replace a shipped record" : "A record of the clinic's own"
        }
        description="The shipped record stays visible beside it. Exams made before keep the version they were read under."
      >
        {opened?.kind === "record" && (
          <RecordForm changes={changes} from={opened} onSave={save} onClose={() => onClose()} />
        )}
      </Dialog>
      <Dialog
        open={opened?.kind === "switch"}
        onOpenChange={(open) => !open && onClose()}
        title={opened?.kind === "switch" && opened.on ? "Switch on" : "Switch off"}
      >
        {opened?.kind === "switch" && (
          <SwitchForm opened={opened} onGive={(reason) => void onSwitch(opened.id, opened.on, reason)} />
        )}
      </Dialog>
      <Dialog open={opened?.kind === "import"} onOpenChange={(open) => !open && onClose()} title="Import evidence">
        <ImportForm
          by={by}
          onDone={() => {
            onClose();
            onSaved();
          }}
        />
      </Dialog>
    </>
  );
}
