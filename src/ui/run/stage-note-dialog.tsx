"use client";

import { useState } from "react";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import type { TestActions } from "./use-test";

type StageNoteDialogProps = { test: TestActions; name: string; onClose: () => void };

/** A free note that names the test and stage it was written at. */
export function StageNoteDialog({ test, name, onClose }: StageNoteDialogProps) {
  const [text, setText] = useState("");
  const keep = async () => {
    if (await test.writeNote(`${name}, ${test.stage.name.toLowerCase()}: ${text.trim()}`)) onClose();
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Note: ${name}, ${test.stage.name}`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <Field label="What was seen, felt or said">
          {(ids) => (
            <textarea
              {...ids}
              rows={3}
              maxLength={3000}
              className={`${inputClass} py-2`}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Field>
        <Button type="submit" look="main" big disabled={text.trim() === ""}>
          Keep the note
        </Button>
      </form>
    </Dialog>
  );
}
