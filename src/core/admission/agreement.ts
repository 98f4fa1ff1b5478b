import { phrase } from "../base";
import { type AskedAnew, anewForTest, askedAnew, type AskedAnewId, protocolOf } from "../knowledge";
import { DECLINED, type EventOf, type ExamState } from "../record";
import { problem, type Refusal } from "./admit-run";

/** What a person agrees to on its own, beside the tests as a whole, and what they did not want. */

/** The first version in which some things are asked for on their own. */
export const ASKS_ANEW = 4;

type Agreed = Pick<ExamState, "askedAnew" | "skips">;

/**
 * How it stands with what a test asks for on its own: to be asked, agreed to,
 * or not wanted, which holds for the rest of the visit; null: nothing is asked.
 *
 * @example anewStands({ askedAnew: {}, skips: [] }, "pubic-shear")?.is // "to ask"
 */
export function anewStands(
  { askedAnew: given, skips }: Agreed,
  test: Parameters<typeof anewForTest>[0],
): { readonly is: "to ask" | "agreed" | "declined"; readonly anew: AskedAnew | null } | null {
  if (skips.some((skip) => skip.test === test && skip.reason === DECLINED)) return { is: "declined", anew: null };
  const anew = anewForTest(test);
  if (!anew) return null;
  const agreed = given[anew.id];
  return { is: agreed === undefined ? "to ask" : agreed ? "agreed" : "declined", anew };
}

const NEVER_AGAIN = "Leave it out; it is not asked for again at this visit.";

function refusedFor(given: ExamState["askedAnew"], id: AskedAnewId, where: string, what: string): Refusal | null {
  const { label } = askedAnew(id);
  if (given[id] === true) return null;
  return given[id] === false
    ? problem(where, phrase`${what}: they did not agree to ${label}`, NEVER_AGAIN)
    : problem(where, phrase`${what}: ${label} has not been asked for`, "Ask for it, record the answer, then go on.");
}

/** A test that asks for more than the agreement to the tests, or that they did not want. */
export function testAgreementProblem(state: ExamState, test: EventOf<"run-started">["body"]["test"]): Refusal | null {
  const stands = anewStands(state, test);
  const { name } = protocolOf(test);
  if (!stands || stands.is === "agreed") return null;
  return stands.anew
    ? refusedFor(state.askedAnew, stands.anew.id, "body › test", name)
    : problem("body › test", phrase`${name}: they did not agree to it`, NEVER_AGAIN);
}

/**
 * Whether a technique is a thrust to the neck.
 *
 * @example isNeckThrust({ kind: "manipulation", region: "neck" }) // true
 */
export const isNeckThrust = ({
  kind,
  region,
}: {
  readonly kind: string;
  readonly region?: string | undefined;
}): boolean => kind === "manipulation" && region === "neck";

/** A thrust to the neck is asked for on its own. */
export const techniqueAgreementProblem = (
  { askedAnew: given }: ExamState,
  { kind, region }: Pick<EventOf<"technique-logged">["body"], "kind" | "region">,
): Refusal | null =>
  isNeckThrust({ kind, region }) ? refusedFor(given, "neck thrust", "body › kind", `${kind}, ${region}`) : null;

/** Feeling around the seat is asked for on its own. */
export const saddleAgreementProblem = (
  { askedAnew: given }: ExamState,
  { findings }: EventOf<"neuro-recorded">["body"],
): Refusal | null =>
  findings.some(({ level }) => level === "s3-s5") ? refusedFor(given, "saddle", "body › findings", "S3-S5") : null;
