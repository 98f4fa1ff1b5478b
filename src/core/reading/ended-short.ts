import { protocolOf } from "../knowledge";
import { endedShort, type ExamState, sheetTests } from "../record";
import type { SourceId } from "../vocabulary";
import type { TestOutcome } from "./interpret";
import type { RuleVerdict } from "./rules";
import type { Word, Wording } from "./words";

/** Words that put a source aside. */
const PUTS_ASIDE: ReadonlySet<Word> = new Set(["unlikely", "not suggested"]);

type Asked = {
  readonly state: ExamState;
  readonly source: SourceId;
  readonly outcomes: readonly TestOutcome[];
  readonly preferred: RuleVerdict | null;
};

/** Its rule had come to a figure, or, without a rule, every test of the sheet that speaks of it was done. */
function wasSettled({ state, source, outcomes, preferred }: Asked): boolean {
  if (preferred) return preferred.settled;
  const done = new Set(outcomes.filter(({ outcome }) => outcome !== "not tested").map(({ test }) => test));
  return sheetTests(state).every(
    (test) => done.has(test) || !protocolOf(test).readings.some((reading) => reading.source === source),
  );
}

/**
 * The word of an exam that stopped short: a source that was not settled before
 * the end is open, never put aside.
 *
 * @returns the word as it stands, and what is said of it; null: nothing to say
 * @example wordAtEnd({ word: "unlikely", band: [0, 0.1] }, { state: openedState, source: "sacroiliac", outcomes: [], preferred: null }).said // null
 */
export function wordAtEnd(wording: Wording, asked: Asked): { readonly wording: Wording; readonly said: string | null } {
  const short = endedShort(asked.state);
  if (short === null || !PUTS_ASIDE.has(wording.word) || wasSettled(asked)) return { wording, said: null };
  return {
    wording: { ...wording, word: "open" },
    said: `The exam ended (${short}) before this was settled, so it is open and not “${wording.word}”.`,
  };
}
