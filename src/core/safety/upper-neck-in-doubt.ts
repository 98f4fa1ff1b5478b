import { ALL_CLEAR_OPTION, block, FOLLOWS_THE_PLAN, protocolOf, type TestId } from "../knowledge";
import type { TestOutcome } from "../reading";
import { type ExamState, type Run, versionOfEvent } from "../record";
import type { Effect } from "./derived";

/** The tests of the upper neck ligaments, in their order. */
const LIGAMENT_TESTS: readonly TestId[] = ["sharp-purser", "alar", "transverse"];

/** What nobody does to a neck in doubt without saying why. */
const LOADS = ["neck-thrust", "neck-traction"] as const;

/** Pain at a ligament test: negative, and still no neck to thrust on. */
const HURT = "pain";
const hurt = ({ stages }: Run): boolean => Object.values(stages).some(({ answer }) => answer === HURT);

/**
 * A thrust or traction of a neck whose ligaments are in doubt asks for a
 * documented reason: a ligament test was begun and is equivocal, painful or was
 * stopped; or the patient is at risk, or it is not known, and the tests are not
 * done. A patient who was asked and is not at risk needs no test and no reason.
 * A positive test is final, and the test itself says so.
 *
 * @param outcomes what the tests came to, worked out only when asked for
 * @example upperNeckInDoubt(openedState, { "upper-neck-risk": "no" }, () => []) // []
 */
export function upperNeckInDoubt(
  { runs, signed }: ExamState,
  answers: Readonly<Record<string, string>>,
  outcomes: () => readonly TestOutcome[],
): readonly Effect[] {
  if (signed && versionOfEvent(signed) < FOLLOWS_THE_PLAN) return [];
  const begun = LIGAMENT_TESTS.filter((test) => runs.some((run) => run.test === test));
  const results = begun.length > 0 ? outcomes() : [];
  const doubtful = begun.filter((test) => {
    const own = results.filter((one) => one.test === test && one.source.endsWith("-ligament"));
    const isNegative = own.length > 0 && own.every(({ outcome }) => outcome === "negative");
    return !isNegative || runs.some((run) => run.test === test && (run.stopped !== null || hurt(run)));
  });
  if (doubtful.length > 0)
    return [
      [
        "upper-neck.doubt.1",
        block(
          LOADS,
          `${doubtful.map((test) => protocolOf(test).name).join(", ")} not negative: thrust or traction of the neck only with a documented reason.`,
        ),
      ],
    ];
  const risk = answers["upper-neck-risk"];
  /** Where it was not asked yet, the thrust or traction brings the question itself. */
  if (risk === undefined || risk === ALL_CLEAR_OPTION || begun.length === LIGAMENT_TESTS.length) return [];
  return [
    [
      "upper-neck.not-tested.1",
      block(
        LOADS,
        "Upper neck at risk and ligament tests not done: thrust or traction of the neck only with a documented reason.",
      ),
    ],
  ];
}
