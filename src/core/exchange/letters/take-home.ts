import { URGENCIES } from "../../knowledge";
import { examinedSources, type Reading, type SourceReading, WORD_TRAITS } from "../../reading";
import { type ExamState, runsRead, symptomsOf } from "../../record";
import { assessGuard } from "../../safety";
import { type Language, type Place, placeParts, plainSite } from "../../vocabulary";
import { leadingSources } from "./lead";
import type { Note, NoteSection } from "./note";
import { TAKE_HOME_WORDS, type TakeHomeWords } from "./take-home-words";

/** The page a person takes home, and where they feel it, for the picture. */
export type TakeHome = Note & {
  readonly language: Language;
  readonly places: readonly Place[];
  /** What the picture is of, in words. */
  readonly picture: string;
  readonly views: { readonly front: string; readonly back: string };
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A day as it is written in that language. */
const dayIn = (language: Language, at: string): string =>
  new Intl.DateTimeFormat(language === "en" ? "en-GB" : language, { dateStyle: "long", timeZone: "UTC" }).format(
    Date.parse(at),
  );

const MOST_NAMED = 4;
const TENTHS = 10;

const named = ({ source, side }: Pick<SourceReading, "source" | "side">, words: TakeHomeWords): string => {
  const name = words.sources[source];
  return side ? `${name} (${words.sides[side]})` : name;
};

/** Each name once: both sides of one are said together. */
function namesOf(sources: readonly SourceReading[], words: TakeHomeWords): string {
  const names = [...new Set(sources.map(({ source }) => source))].slice(0, MOST_NAMED).map((source) => {
    const sides = sources.flatMap((one) => (one.source === source && one.side ? [words.sides[one.side]] : []));
    return sides.length ? `${words.sources[source]} (${sides.join(` ${words.and} `)})` : words.sources[source];
  });
  return names.join("; ");
}

const placeText = (place: Place, language: Language): string => {
  const { site, side } = placeParts(place);
  const plain = plainSite(site, language);
  return side === "central" ? plain : `${plain} ${TAKE_HOME_WORDS[language].sides[side]}`;
};

/** Whom to see and how soon, the most urgent first; each once. */
function whomToSee(state: ExamState, words: TakeHomeWords): readonly string[] {
  const { referrals } = assessGuard(state);
  const lines = URGENCIES.flatMap((urgency) =>
    referrals.filter((one) => one.urgency === urgency).map(({ to }) => words.sendOn[urgency](words.places[to])),
  );
  return [...new Set(lines)];
}

/** What the tests point to, on the side of the complaint and by how sure; what is not settled is said so. */
function couldBe(state: ExamState, reading: Reading, words: TakeHomeWords): readonly string[] {
  if (state.runs.length === 0) return [];
  const { complained, elsewhere } = leadingSources(state, reading);
  const led = [...complained, ...elsewhere]
    .filter(({ wording }) => WORD_TRAITS[wording.word].rank >= WORD_TRAITS.unsettled.rank)
    .slice(0, MOST_NAMED);
  const said = ({ figured, probability, wording, ...read }: SourceReading) => {
    const sure = figured ? words.tenths(Math.round(probability * TENTHS)) : words.noNumber;
    return `${capital(named(read, words))}: ${WORD_TRAITS[wording.word].loud ? sure : words.notSettled(sure)}.`;
  };
  return [...(led.length ? led.map(said) : [words.nothingStandsOut]), words.testsMiss];
}

const LESS = new Set(["leaning against", "unlikely", "not suggested"]);
const OPEN = new Set(["open", "not shown by these tests, which miss some"]);

function lessAndOpen(examined: readonly SourceReading[], words: TakeHomeWords): readonly string[] {
  const withWord = (set: ReadonlySet<string>) => examined.filter(({ wording }) => set.has(wording.word));
  const [less, open] = [withWord(LESS), withWord(OPEN)];
  return [
    ...(less.length ? [words.lessLikely(namesOf(less, words))] : []),
    ...(open.length ? [words.notKnown(namesOf(open, words))] : []),
  ];
}

const nextLines = ({ techniques, runs }: ExamState, own: string, words: TakeHomeWords): readonly string[] => [
  ...(techniques.length
    ? [words.did([...new Set(techniques.map(({ kind }) => words.techniques[kind]))].join("; "))]
    : runs.length
      ? [words.nothingDone]
      : []),
  ...(runs.length ? [words.sore] : []),
  own.trim() || words.ask,
];

/**
 * The page for the person: five blocks in plain words, how sure in tenths, what
 * to watch for. Nothing in it was not asked, tested, read or done.
 *
 * @param own what the practitioner adds about what they can do at home
 * @param language one of `LANGUAGES`
 * @example takeHome(state, readExam(state), "en").sections.length // 5
 */
export function takeHome(state: ExamState, reading: Reading, language: Language, own = ""): TakeHome {
  const words = TAKE_HOME_WORDS[language];
  const { opened } = state;
  const examined = examinedSources(reading);
  const places = [...new Set(state.areas.flatMap((area) => area.places))];
  const said = places.map((place) => placeText(place, language)).join(", ");
  const tests = new Set(runsRead(state.runs).map(({ test }) => test)).size;
  const sections: readonly NoteSection[] = [
    {
      heading: words.looked,
      lines: [
        ...whomToSee(state, words),
        ...(opened ? [tests > 0 ? words.lookedAt(tests, words.regions[opened.body.region]) : words.notTested] : []),
        ...symptomsOf(state).map((symptom) => words.yourWords(symptom.words)),
        ...(said ? [words.yourPlaces(said)] : []),
      ],
    },
    { heading: words.could, lines: couldBe(state, reading, words) },
    { heading: words.less, lines: lessAndOpen(examined, words) },
    { heading: words.next, lines: nextLines(state, own, words) },
    {
      heading: words.call,
      lines: [
        `${words.atOnce}:`,
        ...words.atOnceIf[opened?.body.region ?? "lumbopelvic"].map((line) => `  ${line}`),
        `${words.us}:`,
        ...words.usIf.map((line) => `  ${line}`),
      ],
    },
  ];
  return {
    title: words.title,
    who: opened?.body.person.name ?? "",
    when: opened ? dayIn(language, opened.at) : "",
    sections: sections.filter(({ lines }) => lines.length > 0),
    signature: [opened?.actor.name ?? ""],
    footer: words.footer,
    language,
    places,
    picture: words.picture(said),
    views: { front: words.front, back: words.back },
  };
}
