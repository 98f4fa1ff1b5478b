import { capital } from "../base";
import { logit, probabilityOf } from "./odds";
import type { SourceReading } from "./reading";
import { type StepAlong, stepsFrom } from "./steps";
import { ofHundred } from "./words";

const hundredths = (logOdds: number): number => Math.round(probabilityOf(logOdds) * 100);

/** The step that moved most; of equals the first. */
function strongest(along: readonly StepAlong[]): StepAlong | null {
  const most = along.reduce<StepAlong | null>(
    (best, next) => (best === null || Math.abs(next.step.moves) > Math.abs(best.step.moves) + 1e-9 ? next : best),
    null,
  );
  return most && Math.abs(most.step.moves) > 1e-9 ? most : null;
}

/**
 * What a reading says of a source before any picture of it: of a hundred people
 * how many, what moved it most, and what argues against it. In words alone
 * where no figure counts.
 *
 * @param source a source's reading
 * @example mainSentence(sourceReading).startsWith("Of 100 people like this, about ") // true
 */
export function mainSentence(
  source: Pick<SourceReading, "figured" | "probability" | "start" | "steps" | "against" | "wording" | "outcomes">,
): string {
  const { figured, probability, start, steps, against, outcomes } = source;
  /** A sentence of its own, as every one of them is. */
  const other = against[0] ? ` ${against[0]}` : "";
  if (!figured) {
    const signs = outcomes.filter(({ outcome }) => outcome !== "not tested").length;
    return `By sign only${signs > 0 ? "" : ", and none was looked for"}: nothing here has a figure that counts.${other}`;
  }
  const said = `${capital(ofHundred(probability))}; before these tests it was ${Math.round(start.mean * 100)}.`;
  const most = strongest(stepsFrom(logit(start.mean), steps));
  const moved = most
    ? ` What moved it most: ${most.step.label}, ${most.to >= most.from ? "up" : "down"} from ${hundredths(most.from)} to ${hundredths(most.to)}.`
    : " No result has moved it.";
  return `${said}${moved}${other}`;
}
