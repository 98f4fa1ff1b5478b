"use client";

import { Plus } from "lucide-react";
import { useState } from "react";
import { searchCatalogue, type TestId } from "@/core/knowledge";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";

/** Adds by any of a test's names. */
export function AddTest({ tests, onAdd }: { tests: readonly TestId[]; onAdd: (test: TestId) => void }) {
  const [text, setText] = useState("");
  const matches = text.trim()
    ? searchCatalogue(text)
        .filter(({ id }) => !tests.includes(id))
        .slice(0, 6)
    : [];
  return (
    <div className="flex flex-col gap-1.5">
      <Field label="Add a test by name, region or source">
        {(ids) => (
          <input
            {...ids}
            type="search"
            className={inputClass}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )}
      </Field>
      <div className="flex flex-wrap gap-1.5">
        {matches.map(({ id, name, otherNames }) => (
          <Button
            key={id}
            onClick={() => {
              onAdd(id);
              setText("");
            }}
          >
            <Plus aria-hidden size={16} /> {name}
            {otherNames[0] && <span className="text-sm text-soft">{otherNames[0]}</span>}
          </Button>
        ))}
      </div>
    </div>
  );
}
