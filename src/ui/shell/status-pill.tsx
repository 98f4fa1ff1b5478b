"use client";

import { AlertTriangle, Check, Clock, CloudOff } from "lucide-react";
import { useState } from "react";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { later } from "../primitives/later";
import { useSync } from "../exam/exam-provider";

const LOOK = {
  saved: { Icon: Check, text: "saved", tone: "text-soft" },
  sending: { Icon: Clock, text: "saving", tone: "text-soft" },
  waiting: { Icon: CloudOff, text: "waiting to be sent", tone: "text-caution bg-caution-well" },
  refused: { Icon: AlertTriangle, text: "cannot be sent", tone: "text-stop bg-stop-well" },
} as const;

const WhereTapsAre = later(() => import("./where-taps-are").then((module) => module.WhereTapsAre));

/** Where the taps are: saved, waiting to be sent, or cannot be sent and why. */
export function StatusPill() {
  const { sync } = useSync();
  const [open, setOpen] = useState(false);
  const { Icon, text, tone } = LOOK[sync.state];
  const count = sync.state === "refused" ? sync.refused.length : sync.waiting;
  return (
    <>
      <Button
        look="quiet"
        onClick={() => setOpen(true)}
        className={`gap-1.5 px-3 text-sm ${tone}`}
        data-sync={sync.state}
      >
        <Icon aria-hidden size={16} />
        <span role="status">
          {count > 0 ? `${count} ` : ""}
          {text}
        </span>
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Where your taps are">
        <WhereTapsAre />
      </Dialog>
    </>
  );
}
