/** A hundred people like this one, by whether they have the source and what the test said. */
export type Frequencies = {
  readonly having: number;
  readonly truePositives: number;
  readonly falsePositives: number;
  readonly positives: number;
  /** Of those with a positive, how many in a hundred have it. */
  readonly ofPositives: number;
  /** Of those with a negative, how many in a hundred have it. */
  readonly ofNegatives: number;
};

/**
 * What a test does among a hundred people.
 *
 * @param start chance before the test, 0 to 1; @param sensitivity and @param specificity 0 to 1
 * @example frequencies(0.25, 0.88, 0.69).ofPositives // 0.486
 */
export function frequencies(start: number, sensitivity: number, specificity: number): Frequencies {
  const having = 100 * start;
  const truePositives = having * sensitivity;
  const falsePositives = (100 - having) * (1 - specificity);
  const positives = truePositives + falsePositives;
  const negatives = 100 - positives;
  return {
    having,
    truePositives,
    falsePositives,
    positives,
    ofPositives: positives > 0 ? truePositives / positives : 0,
    ofNegatives: negatives > 0 ? (having - truePositives) / negatives : 0,
  };
}

const whole = (people: number): string => (people > 0 && people < 0.5 ? "fewer than 1" : String(Math.round(people)));

/**
 * Why a specificity is not the chance of having the source, with this person's
 * own numbers.
 *
 * @example whySpecificityIsNot(0.25, 0.88, 0.69).slice(0, 14) // "Specificity 69"
 */
export function whySpecificityIsNot(start: number, sensitivity: number, specificity: number): string {
  const { having, truePositives, falsePositives, positives, ofPositives } = frequencies(
    start,
    sensitivity,
    specificity,
  );
  return (
    `Specificity ${Math.round(specificity * 100)} % is about people who do not have it: so many of them test negative. ` +
    `It is not the chance that a positive means having it. Of 100 people like this, ${whole(having)} have it; ` +
    `${whole(truePositives)} of those and ${whole(falsePositives)} of the others test positive, ${whole(positives)} in all. ` +
    `So of the positives about ${Math.round(ofPositives * 100)} in 100 have it.`
  );
}
