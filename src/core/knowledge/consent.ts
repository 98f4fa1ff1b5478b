import type { LoadId } from "../vocabulary";
import { protocolOf, type TestId } from "./protocols";
import { WHOLE_NECK } from "./safety/effects";

/**
 * What is explained before the tests, statement by statement: first why and
 * what it may leave, then what each kind of test on the list does, last the
 * right to stop or leave out. What was said is recorded by these ids, and the
 * note states no more than that.
 */
export const CONSENT_TEXTS = {
  purpose:
    "I would like to do some tests to find out where your pain comes from. They may bring on your usual pain for a short time, and you may be sore for a day or two.",
  press: "Some of them press on or move your joints.",
  repeat: "I will ask you to repeat a few movements and tell me how your pain changes.",
  nerve: "Some tests gently stretch a nerve. You may feel pulling or tingling for a few minutes.",
  neck: "Some tests move or gently press on your neck. Tell me straight away if you feel dizzy, if your sight or speech changes, or if your face goes numb.",
  traction: "One test gently pulls on your neck.",
  stop: "You can say stop at any time and I will stop. You can also say no to any test, or choose to be treated without tests. Do you have any questions? Are you happy to go ahead?",
} as const;
export type ConsentStatement = keyof typeof CONSENT_TEXTS;
export const CONSENT_STATEMENTS = Object.keys(CONSENT_TEXTS) as ConsentStatement[];

/** What a statement covers, as the note says it. */
export const CONSENT_COVERS: Readonly<Record<ConsentStatement, string>> = {
  purpose: "the purpose of the tests, that they may bring on the usual pain, and soreness for a day or two",
  press: "tests that press on or move joints",
  repeat: "repeated movements",
  nerve: "tests that stretch a nerve, and tingling after them",
  neck: "tests of the neck, and what to report at once",
  traction: "a pull on the neck",
  stop: "the right to stop, to leave out any test, and to be treated without tests",
};

const loadsOf = (test: TestId): ReadonlySet<LoadId> =>
  new Set(protocolOf(test).stages.flatMap(({ loads }) => loads.map(({ load }) => load)));
const isNerve = (test: TestId): boolean => protocolOf(test).tissueGroup.endsWith("-neural");
const isNeck = (test: TestId): boolean =>
  [...loadsOf(test)].some((load) => (WHOLE_NECK as readonly LoadId[]).includes(load));
const isPull = (test: TestId): boolean => loadsOf(test).has("neck-traction");
const isRepeated = (test: TestId): boolean => test === "repeated-movements";

/**
 * What is explained before these tests.
 *
 * @example consentStatements(["thigh-thrust"]) // ["purpose", "press", "stop"]
 */
export function consentStatements(tests: readonly TestId[]): readonly ConsentStatement[] {
  const isSaid: Record<ConsentStatement, boolean> = {
    purpose: true,
    press: tests.length === 0 || tests.some((test) => !isNerve(test) && !isNeck(test) && !isRepeated(test)),
    repeat: tests.some(isRepeated),
    nerve: tests.some(isNerve),
    neck: tests.some((test) => isNeck(test) && !isPull(test)),
    traction: tests.some(isPull),
    stop: true,
  };
  return CONSENT_STATEMENTS.filter((statement) => isSaid[statement]);
}

/**
 * The same, sentence by sentence.
 *
 * @example consentSentences(["thigh-thrust"]).length // 3
 */
export const consentSentences = (tests: readonly TestId[]): readonly string[] =>
  consentStatements(tests).map((statement) => CONSENT_TEXTS[statement]);

/** What is asked for on its own, right before it is touched or done, and the tests that do. */
const ASKED_ANEW = {
  "pubic bone": {
    label: "the pubic bone and groin",
    say: "For this test I need to place my hands on your pubic bone, over your clothes. You can put your hand under mine. Is that all right, or shall we leave it out?",
    tests: ["pubic-shear"],
  },
  "beside the sacrum": {
    label: "the groove beside the sacrum",
    say: "For this test I press near the top of your buttock, beside your tailbone area. Is that all right?",
    tests: ["sacral-sulcus"],
  },
  chest: {
    label: "the chest and belly",
    say: "For this test I press just under your ribs. Is that all right?",
    tests: ["diaphragm-palpation"],
  },
  saddle: {
    label: "feeling between the legs",
    say: "I would like to check the feeling between your legs, where you would sit on a saddle. I can do it through thin clothing, and someone else can be in the room. Is that all right?",
    tests: [],
  },
  "neck thrust": {
    label: "a quick thrust to the neck",
    say: "I could give your neck one short, quick push. You may be sore for a day or two. Rarely, neck manipulation has been followed by serious harm, including stroke. How rarely is not known. There are other ways to treat it, and you can say no. Would you like me to do it, or would you rather not?",
    tests: [],
  },
} as const satisfies Record<string, { label: string; say: string; tests: readonly TestId[] }>;

/** Said word for word: no clinic puts it in its own words. */
export const FIXED_WORDS: readonly AskedAnewId[] = ["neck thrust"];

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
