/** A key that does something: what is pressed, and how it is written. */
export type KeyEntry = { readonly keys: readonly string[]; readonly shown: string };

const letter = (key: string): KeyEntry => ({ keys: [key], shown: key.toUpperCase() });
const named = (key: string): KeyEntry => ({ keys: [key], shown: key });
const each = (keys: string): KeyEntry => ({ keys: keys.split(" "), shown: keys.toUpperCase() });

/** Every key of the app stands here once: handlers take their entry, and the lists are made of the same. */
export const KEYS = {
  help: named("?"),
  search: named("/"),
  newPerson: letter("n"),
  nth: each("1 2 3 4 5 6 7 8 9"),
  digit: each("1 2 3 4 5 6 7 8 9 0"),
  place: each("q w e r t y"),
  chart: letter("c"),
  more: { keys: ["+", "="], shown: "+" },
  less: { keys: ["-"], shown: "−" },
  restKept: letter("k"),
  wince: letter("z"),
  guarding: letter("j"),
  heldBreath: letter("v"),
  nothingCame: letter("n"),
  sameAsOther: letter("m"),
  firstNumber: letter("g"),
  next: named("Enter"),
  before: named("Backspace"),
  timer: letter("h"),
  stop: letter("s"),
  skip: letter("x"),
  later: letter("p"),
  repeat: letter("a"),
  undo: letter("u"),
  dose: letter("d"),
  note: letter("f"),
  technique: letter("l"),
  sheet: letter("o"),
  neurology: letter("i"),
  blank: letter("b"),
  answerNo: letter("n"),
  answerYes: each("y k g"),
  answerSide: each("r l b"),
  notSure: letter("d"),
  option: each("1 2 3 4 5 6 7 8 9"),
  questionBefore: named("Backspace"),
  planNext: { keys: ["ArrowRight", "ArrowDown"], shown: "→" },
  planBefore: { keys: ["ArrowLeft", "ArrowUp"], shown: "←" },
  planNot: letter("x"),
  planFirst: letter("f"),
  planOther: letter("p"),
  planHold: letter("h"),
  planUp: letter("k"),
  planDown: letter("j"),
  planWhy: letter("w"),
  planSheet: letter("s"),
  planAsk: letter("g"),
} as const satisfies Record<string, KeyEntry>;

export type KeyName = keyof typeof KEYS;
