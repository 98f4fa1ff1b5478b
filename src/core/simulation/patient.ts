import { normalQuantile, normalShare } from "../base";
import { isFact, type TestId } from "../knowledge";
import { chancesIn, chancesOf, CORRELATION, type Planned, type Planning, spokenSides } from "../planning";
import { memberRunSide, readSource, recordsFor, seeded } from "../reading";
import type { Side, SourceId } from "../vocabulary";

/** Simulated patients: what they have is known, and each test shows what it shows by its study's own figures. */

/** A source that is asked about, and how likely it is before any test, 0 to 1. */
export type Asked = { readonly source: SourceId; readonly side: Side | null; readonly start: number };

/** What a run shows of a question: by the figures of which test, and its chances of a positive with and without the source. */
export type Shows = {
  /** Of which question, by its place among them. */
  readonly asked: number;
  readonly figuresOf: TestId;
  readonly chances: readonly [present: number, absent: number];
};

/** How simulated patients differ from what the reading takes to be so; left out: they do not. */
export type World = {
  /** How alike results are among those who all have, or all lack, a source, 0 to under 1. */
  readonly dependence?: number;
  /** What the pre-test probability is multiplied by, up to 0.95. */
  readonly pretestTimes?: number;
  /** How much of what a test tells is true, in log odds, 0 to 1. */
  readonly evidenceShare?: number;
};

const MOST_PRETEST = 0.95;
const logit = (p: number): number => Math.log(p / (1 - p));
const share = (z: number): number => 1 / (1 + Math.exp(-z));
const bounded = (p: number): number => Math.min(1 - 1e-6, Math.max(1e-6, p));

/** Chances of a positive that differ by a share of what they differ by, in log odds, about their middle. */
function told([present, absent]: readonly [number, number], evidenceShare: number): readonly [number, number] {
  const [yes, no] = [logit(bounded(present)), logit(bounded(absent))];
  const [middle, half] = [(yes + no) / 2, ((yes - no) / 2) * evidenceShare];
  return [share(middle + half), share(middle - half)];
}

/** The questions of a world: their pre-test probabilities as they truly are. */
export const askedIn = (questions: readonly Asked[], { pretestTimes = 1 }: World): readonly Asked[] =>
  questions.map((asked) => ({ ...asked, start: Math.min(MOST_PRETEST, asked.start * pretestTimes) }));

/**
 * What a run shows of each question. Of a rule's members their own study's
 * figures count, of the one without any those that are fitted to the rule
 * (`chancesOf`); nothing is shown of a source for which there is no figure.
 */
export function showsOf(
  { protocol, side }: Planned,
  questions: readonly Asked[],
  plan: Planning,
  { evidenceShare = 1 }: World = {},
): readonly Shows[] {
  return questions.flatMap((question, asked): Shows[] => {
    const reading = protocol.readings.find(
      (one) =>
        one.source === question.source &&
        !one.pointsOnly &&
        spokenSides(one.sides, side, question.source).includes(question.side),
    );
    if (!reading) return [];
    const figuresOf = reading.figuresOf ?? protocol.id;
    const { preferred } = readSource(plan.context, question.source, question.side);
    const member = preferred?.members.find(
      (state) =>
        !isFact(state.member) &&
        state.member.test === protocol.id &&
        memberRunSide(state.member, question.side) === side,
    );
    const [record] = recordsFor({ figuresOf, source: question.source, testedSide: side, run: "" }, plan);
    const chances = preferred && member ? chancesOf(member, preferred, plan) : chancesIn(record);
    return chances ? [{ asked, figuresOf, chances: told(chances, evidenceShare) }] : [];
  });
}

/** A patient: which sources they have, and whether a run shows it; the same for every way of examining, in any order. */
export type SimulatedPatient = {
  readonly has: readonly boolean[];
  readonly shows: (run: string, shows: Shows) => boolean;
};

/**
 * A patient by a seed: each source by its pre-test probability, each result by
 * the test's chances and one factor that all results of a source share.
 *
 * @param questions what the patient may have, with how likely each is
 * @param seed the same seed gives the same patient
 * @param dependence how alike results are among those who all have, or all lack, the source, 0 to under 1
 * @example simulatedPatient([{ source: "hip", side: "right", start: 1 }], "1").has // [true]
 */
export function simulatedPatient(
  questions: readonly Asked[],
  seed: string,
  dependence: number = CORRELATION,
): SimulatedPatient {
  const random = seeded(seed);
  const has = questions.map(({ start }) => random() < start);
  const within = () => Math.min(1 - 1e-9, Math.max(1e-9, random()));
  const shared = questions.map(() => normalQuantile(within()));
  const shown = new Map<string, boolean>();
  return {
    has,
    shows: (run, { asked, chances }) => {
      const key = `${run} ${asked}`;
      const known = shown.get(key);
      if (known !== undefined) return known;
      const chance = chances[has[asked] ? 0 : 1];
      const given = normalShare(
        (normalQuantile(chance) + Math.sqrt(dependence) * shared[asked]!) / Math.sqrt(1 - dependence),
      );
      const { source, side } = questions[asked]!;
      const result = seeded(`${seed} ${run} ${source} ${side}`)() < given;
      shown.set(key, result);
      return result;
    },
  };
}
