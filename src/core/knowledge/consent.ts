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

/** What is asked for on its own, right before it is touched or done, and the tests that do. */
const ASKED_ANEW = {
  "pubic bone": {
    label: "the pubic bone and groin",
    say: "For this one my hands rest on your pubic bone. Is that all right?",
    tests: ["pubic-shear"],
  },
  "beside the sacrum": {
    label: "the groove beside the sacrum",
    say: "For this one I press over your buttock, beside the sacrum. Is that all right?",
    tests: ["sacral-sulcus"],
  },
  chest: {
    label: "the chest and belly",
    say: "For this one I press under your ribs. Is that all right?",
    tests: ["diaphragm-palpation"],
  },
  saddle: {
    label: "feeling between the legs",
    say: "I would test the feeling around your seat, through thin clothing. Is that all right?",
    tests: [],
  },
  "neck thrust": {
    label: "a quick thrust to the neck",
    say: "I would give your neck one short, quick push. It can be done without. Do you want it?",
    tests: [],
  },
} as const satisfies Record<string, { label: string; say: string; tests: readonly TestId[] }>;

export type AskedAnewId = keyof typeof ASKED_ANEW;
export const ASKED_ANEW_IDS = Object.keys(ASKED_ANEW) as AskedAnewId[];

export type AskedAnew = { readonly id: AskedAnewId; readonly label: string; readonly say: string };

/** What is asked, and how it is called. */
export const askedAnew = (id: AskedAnewId): AskedAnew => ({ id, label: ASKED_ANEW[id].label, say: ASKED_ANEW[id].say });

/**
 * What a test asks for on its own before it touches; null: the agreement to the tests is enough.
 *
 * @example anewForTest("pubic-shear")?.id // "pubic bone"
 */
export function anewForTest(test: TestId): AskedAnew | null {
  const id = ASKED_ANEW_IDS.find((each) => (ASKED_ANEW[each].tests as readonly TestId[]).includes(test));
  return id ? askedAnew(id) : null;
}
