"use client";

import type { Position } from "@/core/vocabulary";
import { BaselinePanel } from "../baseline/baseline-panel";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";

/** The baseline without leaving the table, in the posture the person is in. */
export function NeurologyDialog({ position, onClose }: { position: Position; onClose: () => void }) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Power, reflexes, feeling" wide>
      <BaselinePanel position={position} />
      <Button look="main" big className="mt-3" onClick={onClose}>
        Back to the test
      </Button>
    </Dialog>
  );
}
