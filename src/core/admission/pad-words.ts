import { IN_POSTURE, restQuestion, safetyAnswer, safetyText } from "../knowledge";
import {
  type Effect,
  type Language,
  type Place,
  isPlace,
  plainPlace,
  type Position,
  type Response,
} from "../vocabulary";

/** What the answer pad asks and offers, in each language; a language is complete, or it does not compile. */

export const ELSEWHERE = "elsewhere";

/** What is asked, but for the symptom at rest. */
const ASKED = {
  provoked: "What was that?",
  eased: "And now?",
  howBad: "How bad was it?",
  where: "Where was it?",
} as const;
type Question = keyof typeof ASKED;

type PadWords = {
  readonly asked: Readonly<Record<Question, string>>;
  readonly rest: Readonly<Record<Position | "still", string>>;
  readonly answers: Readonly<Record<Response | Effect | typeof ELSEWHERE, string>>;
  readonly stop: string;
  readonly stopped: string;
  readonly wait: string;
  readonly notThat: string;
  readonly giveBack: string;
  readonly practise: string;
  readonly looking: string;
  readonly noPain: string;
  readonly worst: string;
  readonly pad: string;
  readonly hold: string;
  /** The picture they point at. */
  readonly views: Readonly<Record<"front" | "back", string>>;
  readonly sides: Readonly<Record<"right" | "left", string>>;
  readonly here: string;
  readonly notHere: string;
  readonly cannotShow: string;
  readonly morePlaces: string;
  /** Before it has joined, and after it has left. */
  readonly join: Readonly<Record<"title" | "intro" | "code" | "speaks" | "join" | "thanks", string>>;
};

const POSTURES = Object.keys(IN_POSTURE) as Position[];

export const PAD_WORDS: Readonly<Record<Language, PadWords>> = {
  en: {
    asked: ASKED,
    rest: {
      still: restQuestion(undefined),
      ...(Object.fromEntries(POSTURES.map((posture) => [posture, restQuestion(posture)])) as Record<Position, string>),
    },
    answers: {
      nothing: "Nothing",
      stretch: "Only a pull or pressure",
      other: "A different pain",
      familiar: "My usual pain",
      gone: "Gone",
      less: "Less",
      unchanged: "The same",
      worse: "Worse",
      elsewhere: "Somewhere else",
    },
    stop: "Stop",
    stopped: "I have stopped.",
    wait: "Please wait: I will ask.",
    notThat: "No, that is wrong",
    giveBack: "Give back",
    practise: "Practice: press anywhere when you feel my hand.",
    looking: "Connecting …",
    noPain: "no pain",
    worst: "the worst you can imagine",
    pad: "Answer pad",
    hold: "Press anywhere when you feel it. Press with two fingers, or press and hold, to stop the test.",
    views: { front: "My front", back: "My back" },
    sides: { right: "RIGHT", left: "LEFT" },
    here: "Yes, there",
    notHere: "No",
    cannotShow: "I can’t point to it",
    morePlaces: "Show the whole body",
    join: {
      title: "Join an examination",
      intro: "Connect a clinic device as an answer tablet or a sensor. No patient data is stored on it.",
      code: "Code, as the examination’s screen shows it",
      speaks: "The answer pad speaks",
      join: "Join",
      thanks: "Thank you. Please give it back.",
    },
  },
  de: {
    asked: {
      provoked: "Was war das?",
      eased: "Und jetzt?",
      howBad: "Wie schlimm war es?",
      where: "Wo war es?",
    },
    rest: {
      still: "In Ruhe, ohne Bewegung: Wie schlimm ist es jetzt?",
      standing: "Hier im Stehen, in Ruhe: Wie schlimm ist es jetzt?",
      seated: "Hier im Sitzen, in Ruhe: Wie schlimm ist es jetzt?",
      supine: "Hier auf dem Rücken, in Ruhe: Wie schlimm ist es jetzt?",
      "side-lying": "Hier auf der Seite, in Ruhe: Wie schlimm ist es jetzt?",
      prone: "Hier auf dem Bauch, in Ruhe: Wie schlimm ist es jetzt?",
    },
    answers: {
      nothing: "Nichts",
      stretch: "Ein Ziehen oder Drücken",
      other: "Ein anderer Schmerz",
      familiar: "Der Schmerz, wegen dem ich hier bin",
      gone: "Weg",
      less: "Weniger",
      unchanged: "Gleich",
      worse: "Schlimmer",
      elsewhere: "Woanders",
    },
    stop: "Stopp",
    stopped: "Ich habe aufgehört.",
    wait: "Bitte warten Sie: Ich frage gleich.",
    notThat: "Doch nicht (falsch gedrückt)",
    giveBack: "Zurückgeben",
    practise: "Probieren Sie es einmal: Drücken Sie irgendwo, wenn Sie meine Hand spüren.",
    looking: "Verbindung wird gesucht …",
    noPain: "kein Schmerz",
    worst: "der schlimmste vorstellbare Schmerz",
    pad: "Antwortgerät",
    hold: "Irgendwo drücken: Jetzt ist es da. Zwei Finger oder gedrückt halten: Stopp.",
    views: { front: "Vorne", back: "Hinten" },
    sides: { right: "RECHTS", left: "LINKS" },
    here: "Ja, dort",
    notHere: "Nein",
    cannotShow: "Ich kann es nicht zeigen",
    morePlaces: "Ganzer Körper",
    join: {
      title: "An einer Untersuchung teilnehmen",
      intro: "Ein Gerät der Praxis nimmt als Antwortgerät oder als Messgerät teil. Es behält von niemandem etwas.",
      code: "Code, wie ihn der Bildschirm der Untersuchung zeigt",
      speaks: "Das Antwortgerät spricht",
      join: "Teilnehmen",
      thanks: "Danke. Bitte geben Sie es zurück.",
    },
  },
};

/** The English sentence of everything that is asked, with where its translation stands. */
const SENTENCES = new Map<string, (words: PadWords) => string>([
  ...(Object.keys(ASKED) as Question[]).map((question): [string, (words: PadWords) => string] => [
    ASKED[question],
    ({ asked }) => asked[question],
  ]),
  ...([...POSTURES, "still"] as const).map((posture): [string, (words: PadWords) => string] => [
    PAD_WORDS.en.rest[posture],
    ({ rest }) => rest[posture],
  ]),
]);

/**
 * A question as the pad shows it in a language; one that a clinic says in its own words stays as it is.
 *
 * @param text the id of its text, where it is a safety question's
 * @example padQuestion("And now?", "de") // "Und jetzt?"
 */
export const padQuestion = (words: string, language: Language, text?: string): string =>
  SENTENCES.get(words)?.(PAD_WORDS[language]) ?? (text ? safetyText(text, language) : null) ?? words;

/**
 * A choice as the pad shows it in a language, by its id; a place by its side and name.
 *
 * @param question the safety question whose answer it is
 * @example padChoice({ id: "gone", label: "Gone" }, "de") // "Weg"
 */
export const padChoice = (
  { id, label }: { readonly id: string; readonly label: string },
  language: Language,
  question?: string,
): string => {
  if (isPlace(id)) return plainPlace(id as Place, language);
  if (question) return safetyAnswer(question, id, language) ?? label;
  const answers: Readonly<Record<string, string>> = PAD_WORDS[language].answers;
  return Object.hasOwn(answers, id) ? answers[id]! : label;
};
