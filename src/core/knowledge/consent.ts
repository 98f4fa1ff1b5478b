import { protocolOf, type TestId } from "./protocols";
import { WHOLE_NECK } from "./safety/effects";

const STOP_SAID = "Say stop at any time, and I stop.";

/** What is explained before the tests: by what they do. */
export const CONSENT_TEXTS = {
  press: "These tests press on your joints to see whether they bring on your pain. You may be sore for a day or two.",
  nerve: "Some stretch a nerve a little. It may tingle for some minutes.",
  neck: "Some move your neck. Tell me at once of dizziness, changed sight or speech, or a numb face.",
  stop: STOP_SAID,
} as const;

const isNerve = (test: TestId): boolean => protocolOf(test).tissueGroup.endsWith("-neural");
const isNeck = (test: TestId): boolean =>
  protocolOf(test).stages.some(({ loads }) =>
    loads.some(({ load }) => (WHOLE_NECK as readonly string[]).includes(load)),
  );

/**
 * What is explained before these tests, sentence by sentence.
 *
 * @example consentSentences(["thigh-thrust"]).length // 2
 */
export function consentSentences(tests: readonly TestId[]): readonly string[] {
  const others = tests.some((test) => !isNerve(test) && !isNeck(test));
  return [
    ...(others || tests.length === 0 ? [CONSENT_TEXTS.press] : []),
    ...(tests.some(isNerve) ? [CONSENT_TEXTS.nerve] : []),
    ...(tests.some(isNeck) ? [CONSENT_TEXTS.neck] : []),
    CONSENT_TEXTS.stop,
  ];
}
