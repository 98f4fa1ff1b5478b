import { type KeyName, KEYS } from "./keymap";

/** One line of the list of keys. */
export type KeyRow = readonly [keys: string, does: string];

/** What the keys of the run screen do, in the order they are listed. */
export const RUN_LIST: readonly (readonly [names: readonly KeyName[], does: string])[] = [
  [
    ["digit"],
    "what is asked now: the answers in the order shown (nothing, stretch, another pain, THEIRS by place; gone, less, the same, worse), the angle, how bad 0 to 10 (1 then 0: ten)",
  ],
  [["place"], "where it was felt: the first six places shown"],
  [["chart"], "another place, on the body chart"],
  [["more", "less"], "how bad, one step up or down"],
  [["restKept"], "at rest as before, where it is asked"],
  [["wince", "guarding", "heldBreath"], "seen beside it: a wince, guarding, held breath"],
  [["nothingCame"], "nothing came, to the end of this test"],
  [["sameAsOther"], "the same as the other side"],
  [["firstNumber"], "the first number; arrow keys step it"],
  [["next"], "passes over an angle or a rating that is asked; else on to the next test"],
  [["before"], "back to the test before"],
  [["timer"], "start or stop the hold timer"],
  [["stop"], "stop the test"],
  [["skip", "later"], "skip this test, or do it later, with a reason"],
  [["repeat"], "repeat this test"],
  [["undo"], "undo the last tap"],
  [["dose"], "dose given"],
  [["note", "technique"], "a note at this stage; log a technique"],
  [["neurology"], "power, reflexes and feeling, in the posture they are in"],
  [["sheet"], "change the run sheet"],
  [["blank"], "hide all but the question and its answers"],
];

/** What the keys of the guard do. */
export const GUARD_LIST: readonly (readonly [names: readonly KeyName[], does: string])[] = [
  [["answerNo"], "no: to everything that is shown; at a later visit, nothing new"],
  [["answerYes"], "yes, or the first, second, third way of yes"],
  [["answerSide"], "right, left, both"],
  [["notSure"], "not sure, or it could not be asked"],
  [["option"], "yes to the sentence at this number"],
  [["undo"], "undo the last answer, and ask it again"],
  [["questionBefore"], "back to the question before"],
];

/** What the keys of the plan do. */
export const PLAN_LIST: readonly (readonly [names: readonly KeyName[], does: string])[] = [
  [["next"], "start by this plan"],
  [["planNext", "planBefore"], "the next test, the one before"],
  [["planNot"], "not today"],
  [["planFirst"], "its position first"],
  [["planOther"], "the same in another position"],
  [["planUp", "planDown"], "earlier, later in its position; it is held there"],
  [["planHold"], "hold it in its place, or let go"],
  [["planWhy"], "why this test is there"],
  [["more", "less"], "longer, shorter"],
  [["planAsk"], "ask what it needs answered before"],
  [["planSheet"], "your own list instead, or the fixed one"],
];

const EVERYWHERE: readonly KeyRow[] = [
  ["Alt 1 … Alt 7", "complaint, guard, plan, baseline, run, reading, sign"],
  ["Alt 0", "back to the roster"],
  ["Ctrl K", "go to a person, a test or a screen by its name"],
  [KEYS.help.shown, "this list"],
];

const rowOf = ([names, does]: (typeof RUN_LIST)[number]): KeyRow => [
  names.map((name) => KEYS[name].shown).join("  "),
  does,
];

/** The keys of a screen of the exam. */
export const keyRows = (screen: "run" | "guard" | "plan" | "other"): readonly KeyRow[] => [
  ...(screen === "run" ? RUN_LIST : screen === "guard" ? GUARD_LIST : screen === "plan" ? PLAN_LIST : []).map(rowOf),
  ...EVERYWHERE,
];
