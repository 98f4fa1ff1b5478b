import { protocolOf } from "../knowledge";
import { feltIn } from "../reading";
import { effectiveRuns, type ExamState, irritability, type Run } from "../record";
import type { SignKind } from "../record";
import type { Side } from "../vocabulary";

/** Which signs of a visit are worth following. */

export type ProposedSign = {
  readonly kind: SignKind;
  readonly test: string;
  readonly side: Side | null;
  readonly measure: string;
  readonly why: string;
};

/** Clear of the rest rating: it rises at least so much above it. */
const RISE = 2;
const MOST = 3;
const MOST_BURDEN = 3;

type Candidate = ProposedSign & { readonly position: string; readonly worth: number };

const RAISE = "straight-leg-raise";

function candidatesOf(run: Run, isIrritable: boolean): readonly Candidate[] {
  const felt = feltIn(run);
  const protocol = protocolOf(run.test);
  if (!felt || run.stopped) return [];
  const rise = (felt.record.intensity ?? 0) - felt.rest;
  if (felt.record.intensity === null || rise < RISE) return [];
  if (isIrritable && protocol.burden > MOST_BURDEN) return [];
  const base = { test: run.test, side: run.side, position: protocol.position };
  const measured = protocol.measures.find(({ id, mdc }) => mdc !== undefined && run.measures[id] !== undefined);
  /** A pair that serves nearly everybody with a spine complaint, where both may be done. */
  const usual = run.test === RAISE || (run.test === "slump" && !isIrritable) ? 1 : 0;
  return [
    measured
      ? {
          ...base,
          kind: "measure",
          measure: measured.id,
          why: "theirs, with an angle that has a known error",
          worth: 10 - protocol.burden + usual * 2,
        }
      : {
          ...base,
          kind: "answer",
          measure: "",
          why: `theirs, ${rise} above rest`,
          worth: 5 - protocol.burden + usual,
        },
  ];
}

/**
 * Two or three signs to follow: theirs, measurable, clear of the rest rating,
 * cheap, and in different positions where that can be. The practitioner decides.
 *
 * @example proposedSigns(openedState) // []
 */
export function proposedSigns(state: ExamState): readonly ProposedSign[] {
  const isIrritable = irritability(state).level === "high";
  const all = effectiveRuns(state.runs)
    .flatMap((run) => candidatesOf(run, isIrritable))
    .toSorted((a, b) => b.worth - a.worth);
  const chosen: Candidate[] = [];
  for (const isElsewhere of [true, false])
    for (const one of all) {
      if (chosen.length >= MOST || chosen.includes(one)) continue;
      if (!isElsewhere || chosen.every(({ position }) => position !== one.position)) chosen.push(one);
    }
  return chosen.map(({ position: _position, worth: _worth, ...sign }) => sign);
}
