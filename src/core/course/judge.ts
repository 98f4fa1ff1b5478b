import { type ClinicError, errorOf, errorSourceText, formatted, minimalDetectableChange } from "../measurement";
import { citationText, NEURO_SCALES } from "../knowledge";
import { type Compared, comparedRuns, lessIsBetter, PAIN_POINTS, type VerdictId } from "../reading";
import { measureOf, type FollowedSign, type SignPoint } from "./signs";

/** A value of a sign beside its first one: better, worse, or not to be compared. */

export type Judgement = { readonly verdict: VerdictId; readonly because: string | null };

const judged = (verdict: VerdictId, because: string | null = null): Judgement => ({ verdict, because });

/** Points of an activity, 0 (cannot) to 10 (as before): alone, and as a mean of three or more. MDC90s of Stratford 1995. */
const ACTIVITY_POINTS = 3;
const ACTIVITY_MEAN_POINTS = 2;
export const FEWEST_FOR_A_MEAN = 3;
/** A whole grade of power is a change; half a grade is what two looks differ by. */
const POWER_GRADE = 1;
const NO_ROOM = 1;

/** Which way of its numbers is better; null: neither is known to be. */
export function betterOf(sign: FollowedSign): "more" | "less" | null {
  if (sign.kind === "answer" || sign.kind === "rest") return "less";
  if (sign.kind === "activity") return "more";
  if (sign.kind === "neuro") return sign.neuro === "power" ? "more" : null;
  const measure = measureOf(sign);
  const isLess = measure && lessIsBetter(measure);
  return isLess === null ? null : isLess ? "less" : "more";
}

/** The error that a measured sign is judged by. */
const errorFor = (sign: FollowedSign, clinic: readonly ClinicError[]) =>
  errorOf({ id: sign.measure, ...measureOf(sign), test: sign.test }, null, null, clinic);

/**
 * By how much a sign has to change to be beyond the error; null where no error is known.
 *
 * @example bandOf({ ...anySign, kind: "rest" }, []) // 2
 */
export function bandOf(sign: FollowedSign, clinic: readonly ClinicError[]): number | null {
  switch (sign.kind) {
    case "measure": {
      const measure = measureOf(sign);
      const { sem } = errorFor(sign, clinic);
      return sem === null ? (measure?.unit === "of 5" ? 1 : null) : minimalDetectableChange(sem);
    }
    case "activity":
      return ACTIVITY_POINTS;
    case "neuro":
      return sign.neuro === "power" ? POWER_GRADE : null;
    default:
      return PAIN_POINTS;
  }
}

/**
 * Where the error of a measured sign comes from; null for any other sign.
 *
 * @example bandSourceOf({ ...anySign, kind: "rest" }, []) // null
 */
export function bandSourceOf(sign: FollowedSign, clinic: readonly ClinicError[]): string | null {
  const measure = measureOf(sign);
  if (sign.kind !== "measure" || !measure) return null;
  const { from, pairs } = errorFor(sign, clinic);
  const shipped = errorSourceText(measure, citationText);
  switch (from) {
    case "clinic":
      return `this clinic's own, ${pairs} pairs`;
    case "the larger of both":
      return `the larger of this clinic's own, ${pairs} pairs, and the one that ships${shipped ? `: ${shipped}` : ""}`;
    case "shipped":
      return shipped;
    case "none":
      return null;
  }
}

const way = (isBetter: boolean, isBeyond: boolean): VerdictId =>
  `${isBetter ? "better" : "worse"} ${isBeyond ? "beyond" : "within"}`;

function judgeNumber(sign: FollowedSign, was: number, is: number, band: number | null): Judgement {
  if (was === is) return judged("unchanged");
  const better = betterOf(sign);
  if (better === null) return judged("shown");
  const isBetter = is > was === (better === "more");
  if (isBetter && better === "less" && was <= NO_ROOM) return judged("shown", "too low at first to show better");
  if (band === null) return judged("shown", "no error of it is known");
  return judged(way(isBetter, Math.abs(is - was) >= band - 1e-9), `error ${band} points`);
}

function judgeNeuro(sign: FollowedSign, was: number, is: number): Judgement {
  if (was === is || !sign.neuro) return judged("unchanged");
  const { normal } = NEURO_SCALES[sign.neuro];
  const isBetter = Math.abs(is - normal) < Math.abs(was - normal);
  if (sign.neuro === "power") return judged(way(isBetter, Math.abs(is - was) >= POWER_GRADE), "error one grade");
  if (sign.neuro === "reflex" && is > 0) return judged(way(isBetter, false), "weaker and present is not sure");
  return judged(isBetter ? "better" : "worse");
}

const isOfSign = (sign: FollowedSign, { id }: Compared): boolean =>
  sign.kind === "measure" ? id === sign.measure : id === "how bad";

/** Two runs say more than two numbers: ways, doses, a sorer start. */
function judgeRuns(sign: FollowedSign, first: SignPoint, later: SignPoint, clinic: readonly ClinicError[]): Judgement {
  const all = comparedRuns(first.run!, later.run!, clinic);
  const own = all.find((one) => isOfSign(sign, one));
  const whole = all.find(({ id }) => id === "the test");
  const spread = all.find(({ id }) => id === "how far it spreads");
  const said = own ?? whole;
  if (!said) return judged("cannot be compared", "it was not measured at both");
  const further = spread?.verdict === "further out" && sign.kind === "answer" ? spread : null;
  const { verdict, because } = further ?? said;
  return judged(verdict, because);
}

/**
 * A later value of a sign beside the first.
 *
 * @param medicineDiffers pain medicine was taken otherwise than at the first: said beside the verdict
 * @example judgePoints({ ...anySign, kind: "rest" }, restSix, restTwo, []).verdict // "better beyond"
 */
export function judgePoints(
  sign: FollowedSign,
  first: SignPoint,
  later: SignPoint,
  clinic: readonly ClinicError[],
  medicineDiffers = false,
): Judgement {
  const plain = ((): Judgement => {
    if (first.run && later.run) return judgeRuns(sign, first, later, clinic);
    if (first.value === null || later.value === null) return judged("cannot be compared", "no number at both");
    return sign.kind === "neuro"
      ? judgeNeuro(sign, first.value, later.value)
      : judgeNumber(sign, first.value, later.value, bandOf(sign, clinic));
  })();
  return medicineDiffers
    ? judged(plain.verdict, [plain.because, "medicine differs"].filter(Boolean).join(", "))
    : plain;
}

/**
 * The mean of three activities or more: it is judged finer than each alone.
 *
 * @example judgeMean([4, 3, 5], [7, 6, 6]) // "better beyond"
 */
export function judgeMean(first: readonly number[], later: readonly number[]): VerdictId | null {
  if (first.length < FEWEST_FOR_A_MEAN || first.length !== later.length) return null;
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const change = mean(later) - mean(first);
  return change === 0 ? "unchanged" : way(change > 0, Math.abs(change) >= ACTIVITY_MEAN_POINTS - 1e-9);
}

/** Better or worse beyond the error, in one word; null for all that is neither. */
export const beyondIn = (verdict: VerdictId): "better" | "worse" | null =>
  verdict === "better beyond" || verdict === "gone" || verdict === "better"
    ? "better"
    : verdict === "worse beyond" || verdict === "new" || verdict === "further out" || verdict === "worse"
      ? "worse"
      : null;

/**
 * The error of a sign in words.
 *
 * @example sayBand({ ...anySign, kind: "rest" }, 2) // "2 points"
 */
export function sayBand(sign: FollowedSign, band: number | null): string {
  if (band === null) return "not known";
  const measure = measureOf(sign);
  const rounded = Number(band.toFixed(1));
  return measure && sign.kind === "measure"
    ? formatted(measure, rounded)
    : `${rounded} ${sign.kind === "neuro" ? "grade" : "points"}`;
}
