"use client";

import type { SourceReading, Spread } from "@/core/reading";
import { Beam } from "../charts/beam";
import { useReading } from "../exam/use-reading";
import { beamLabel } from "./source-words";

type Props = {
  source: SourceReading;
  spread: Spread | undefined;
  mirrored?: boolean;
  slim?: boolean;
  silent?: boolean;
};

/** A source's beam with the thresholds of this reading. */
export function SourceBeam({ source, spread, mirrored = false, slim = false, silent = false }: Props) {
  const reading = useReading();
  return (
    <Beam
      probability={source.probability}
      start={source.start.mean}
      spread={spread ?? null}
      likelyFrom={reading.settings.likelyFrom}
      unlikelyTo={reading.settings.unlikelyTo}
      label={beamLabel(source, spread)}
      mirrored={mirrored}
      slim={slim}
      silent={silent}
    />
  );
}
