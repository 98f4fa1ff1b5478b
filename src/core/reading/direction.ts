import type { Side } from "../vocabulary";
import type { Reading } from "./reading";
import { testLabel } from "./steps";

/** What a finding points to for treatment: a finding, never a prescription. */
export type Direction = { readonly text: string; readonly side: Side | null; readonly because: string };

/**
 * The directions that the findings themselves give: a bias a test names, load
 * taken off the neck that helped, and referral.
 *
 * @example directionsFrom(proneInstabilityReading)[0]?.text // "stabilising"
 */
export function directionsFrom({ outcomes, sources }: Reading): Direction[] {
  const said = outcomes.flatMap((outcome): Direction[] =>
    outcome.direction
      ? [{ text: outcome.direction, side: outcome.side, because: `${testLabel(outcome)} ${outcome.outcome}` }]
      : [],
  );
  const eased = outcomes
    .filter(
      ({ test, source, outcome }) =>
        test === "neck-distraction" && source === "cervical-root" && outcome === "positive",
    )
    .map(({ side }): Direction => ({ text: "decompress", side, because: "Neck distraction eased it" }));
  const refer = sources
    .filter(
      ({ source, wording, preferred }) =>
        (source === "spinal-cord" || source === "cauda-equina" || source === "serious-disease") &&
        (wording.word === "suggested" || wording.word === "likely" || preferred?.verdict === "met"),
    )
    .map(({ source, preferred }): Direction => ({
      text: "refer",
      side: null,
      because:
        preferred?.verdict === "met"
          ? `the ${preferred.rule.label} is met`
          : `${source.replaceAll("-", " ")} suggested`,
    }));
  const all = [...refer, ...said, ...eased];
  return all.filter(
    (direction, index) =>
      all.findIndex(({ text, side }) => text === direction.text && side === direction.side) === index,
  );
}
