"use client";

import { CircleHelp } from "lucide-react";
import { useState } from "react";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import type { KeyRow } from "./key-lists";
import { KEYS } from "./keymap";
import { useKeys } from "./use-keys";

/** `?` lists the keys of the screen. */
export function KeyHelp({ rows }: { rows: readonly KeyRow[] }) {
  const [open, setOpen] = useState(false);
  useKeys(KEYS.help, () => setOpen(true));
  return (
    <>
      <Button look="quiet" className="px-2" aria-label="Keys" onClick={() => setOpen(true)}>
        <CircleHelp aria-hidden size={20} />
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Keys">
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
          {rows.map(([keys, does]) => (
            <div key={keys} className="contents">
              <dt>
                <kbd className="rounded border border-edge px-2 py-0.5 font-medium whitespace-nowrap">{keys}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Dialog>
    </>
  );
}
