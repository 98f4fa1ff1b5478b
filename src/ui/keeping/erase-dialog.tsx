"use client";

import { useState } from "react";
import { ERASE_REASONS, type EraseReason } from "@/core/record";
import type { PersonDue } from "@/wire/keeping";
import { Button, DownloadLink } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { dayText } from "../primitives/dates";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";

type EraseProps = {
  person: Pick<PersonDue, "id" | "name" | "number">;
  /** Until when old back-ups may hold them; null: none are made by themselves. */
  inBackupsUntil: string | null;
  problem: string | null;
  onErase: (ask: { number: string; because: EraseReason; reason: string }) => Promise<void>;
  onClose: () => void;
};

/** Erasing somebody: their record is offered first, the number is typed, the reason is chosen. */
export function EraseDialog({ person, inBackupsUntil, problem, onErase, onClose }: EraseProps) {
  const [number, setNumber] = useState("");
  const [because, setBecause] = useState<EraseReason | null>(null);
  const [reason, setReason] = useState("");
  const isRight =
    number.trim() === person.number && because !== null && (because !== "other" || reason.trim().length > 2);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Erase ${person.name}, ${person.number}`}
      description="What is known of them, their examinations and courses are gone for good. That they were erased, when, by whom and why stays."
      wide
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (isRight && because) void onErase({ number: number.trim(), because, reason: reason.trim() });
        }}
      >
        <p className="flex flex-wrap items-center gap-3">
          First, perhaps: their whole record, to be handed to them or kept apart.
          <DownloadLink href={`/api/people/${person.id}/hand-over`}>Take it out</DownloadLink>
        </p>
        <Choice
          label="Why"
          value={because}
          options={(Object.keys(ERASE_REASONS) as EraseReason[]).map((one) => ({
            value: one,
            label: ERASE_REASONS[one],
          }))}
          onChoose={setBecause}
        />
        <Field label={because === "other" ? "In a few words" : "More, if it helps"}>
          {(ids) => (
            <input
              {...ids}
              maxLength={400}
              className={inputClass}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
          )}
        </Field>
        <Field label={`Type ${person.number} to go on`}>
          {(ids) => (
            <input
              {...ids}
              autoComplete="off"
              className={inputClass}
              value={number}
              onChange={(event) => setNumber(event.target.value)}
            />
          )}
        </Field>
        <p className="rounded-lg border-2 border-edge bg-caution-well p-2 text-caution">
          {inBackupsUntil === null
            ? "Copies that were made by hand hold them still: those are yours to find. One that is brought back here is relieved of them at once."
            : `Back-ups that were made before hold them still, the last of them until ${dayText(inBackupsUntil)}. One that is brought back is relieved of them at once.`}
        </p>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="stop" big disabled={!isRight}>
            Erase for good
          </Button>
          <Button big onClick={onClose}>
            Keep them
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
