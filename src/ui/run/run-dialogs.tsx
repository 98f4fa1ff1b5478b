"use client";

import type { SheetStep } from "@/core/planning";
import { later } from "../primitives/later";
import type { TestActions } from "./use-test";

const ReactionDialog = later(() => import("./reaction-dialog").then((module) => module.ReactionDialog));
const TechniqueDialog = later(() => import("./technique-dialog").then((module) => module.TechniqueDialog));
const DevicesDialog = later(() => import("../hands/devices-dialog").then((module) => module.DevicesDialog));
const HelperDialog = later(() => import("./helper-dialog").then((module) => module.HelperDialog));
const PhotoDialog = later(() => import("./photo-dialog").then((module) => module.PhotoDialog));
const StageNoteDialog = later(() => import("./stage-note-dialog").then((module) => module.StageNoteDialog));
const NeurologyDialog = later(() => import("./neurology-dialog").then((module) => module.NeurologyDialog));

export type RunDialog = "neurology" | "technique" | "devices" | "picture" | "helper" | "reaction" | "note";

type Props = { shown: RunDialog; step: SheetStep; test: TestActions; onClose: () => void };

/** What the menu of the run opens, each fetched when it is asked for first. */
export function RunDialogs({ shown, step: { protocol, side }, test, onClose }: Props) {
  switch (shown) {
    case "neurology":
      return <NeurologyDialog position={protocol.position} onClose={onClose} />;
    case "technique":
      return <TechniqueDialog onClose={onClose} />;
    case "devices":
      return <DevicesDialog onClose={onClose} />;
    case "picture":
      return <PhotoDialog test={test} onClose={onClose} />;
    case "helper":
      return <HelperDialog onClose={onClose} />;
    case "reaction":
      return <ReactionDialog onClose={onClose} />;
    case "note":
      return <StageNoteDialog test={test} name={`${protocol.name}${side ? ` ${side}` : ""}`} onClose={onClose} />;
  }
}
