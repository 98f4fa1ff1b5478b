import { capital } from "../../base";
import { patientText, patientTexts, type TextId, URGENCIES } from "../../knowledge";
import { examinedSources, type Reading, type SourceReading, WORD_TRAITS } from "../../reading";
import { type ExamState, runsRead, symptomsOf } from "../../record";
import { assessGuard } from "../../safety";
import { type ExamRegion, type Language, type Place, placeParts, plainSite } from "../../vocabulary";
import { leadingSources } from "./lead";
import type { Note, NoteSection } from "./note";

/** The page a person takes home, and where they feel it, for the picture. */
export type TakeHome = Note & {
  readonly language: Language;
  readonly places: readonly Place[];
  /** What the picture is of, in words. */
  readonly picture: string;
  readonly views: { readonly front: string; readonly back: string };
};

type HomeText = TextId extends infer Id ? (Id extends `take-home.${infer Rest}` ? Rest : never) : never;

/** The texts of the page in one language. */
const textsIn =
  (language: Language) =>
  (id: HomeText, values: Readonly<Record<string, string | number>> = {}): string =>
    patientText(`take-home.${id}` as TextId, language, values);
type Words = ReturnType<typeof textsIn>;

/** A day as it is written in that language. */
const dayIn = (language: Language, at: string): string =>
  new Intl.DateTimeFormat(language === "en" ? "en-GB" : language, { dateStyle: "long", timeZone: "UTC" }).format(
    Date.parse(at),
  );

const MOST_NAMED = 4;
const TENTHS = 10;

const named = ({ source, side }: Pick<SourceReading, "source" | "side">, words: Words): string => {
  const name = words(`sources.${source}`);
  return side ? `${name} (${words(`sides.${side}`)})` : name;
};

/** Each name once: both sides of one are said together. */
function namesOf(sources: readonly SourceReading[], words: Words): string {
  const names = [...new Set(sources.map(({ source }) => source))].slice(0, MOST_NAMED).map((source) => {
    const sides = sources.flatMap((one) => (one.source === source && one.side ? [words(`sides.${one.side}`)] : []));
    return sides.length
      ? `${words(`sources.${source}`)} (${sides.join(` ${words("and")} `)})`
      : words(`sources.${source}`);
  });
  return names.join("; ");
}

const placeText = (place: Place, language: Language): string => {
  const { site, side } = placeParts(place);
  const plain = plainSite(site, language);
  return side === "central" ? plain : `${plain} ${textsIn(language)(`sides.${side}`)}`;
};

/** Whom to see and how soon, the most urgent first; each once. */
function whomToSee(state: ExamState, words: Words): readonly string[] {
  const { referrals } = assessGuard(state);
  const lines = URGENCIES.flatMap((urgency) =>
    referrals
      .filter((one) => one.urgency === urgency)
      .map(({ to }) => words(`see.${urgency}`, { place: words(`places.${to}`) })),
  );
  return [...new Set(lines)];
}

/** How sure, in tenths; none and all are said as a bound. */
function howSure(tenths: number, words: Words): string {
  if (tenths <= 0) return words("tenths.few");
  return tenths >= TENTHS ? words("tenths.many") : words("tenths.some", { tenths });
}

function lookedAt(tests: number, region: ExamRegion, words: Words): string {
  if (tests === 0) return words("not-tested");
  return words(tests === 1 ? "looked-at.one" : "looked-at.many", { tests, region: words(`regions.${region}`) });
}

/** What the tests point to, on the side of the complaint and by how sure; what is not settled is said so. */
function couldBe(state: ExamState, reading: Reading, words: Words): readonly string[] {
  if (state.runs.length === 0) return [];
  const { complained, elsewhere } = leadingSources(state, reading);
  const led = [...complained, ...elsewhere]
    .filter(({ wording }) => WORD_TRAITS[wording.word].rank >= WORD_TRAITS.unsettled.rank)
    .slice(0, MOST_NAMED);
  const said = ({ figured, probability, wording, ...read }: SourceReading) => {
    const sure = figured ? howSure(Math.round(probability * TENTHS), words) : words("no-number");
    return `${capital(named(read, words))}: ${WORD_TRAITS[wording.word].loud ? sure : words("not-settled", { sure })}.`;
  };
  return [...(led.length ? led.map(said) : [words("nothing-stands-out")]), words("tests-miss")];
}

const LESS = new Set(["leaning against", "unlikely", "not suggested"]);
const OPEN = new Set(["open", "not shown by these tests, which miss some"]);

function lessAndOpen(examined: readonly SourceReading[], words: Words): readonly string[] {
  const withWord = (set: ReadonlySet<string>) => examined.filter(({ wording }) => set.has(wording.word));
  const [less, open] = [withWord(LESS), withWord(OPEN)];
  return [
    ...(less.length ? [words("less-likely", { names: namesOf(less, words) })] : []),
    ...(open.length ? [words("not-known", { names: namesOf(open, words) })] : []),
  ];
}

const nextLines = ({ techniques, runs }: ExamState, own: string, words: Words): readonly string[] => [
  ...(techniques.length
    ? [words("did", { techniques: [...new Set(techniques.map(({ kind }) => words(`techniques.${kind}`)))].join("; ") })]
    : runs.length
      ? [words("nothing-done")]
      : []),
  ...(runs.length ? [words("sore")] : []),
  own.trim() || words("ask"),
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
  const words = textsIn(language);
  const { opened } = state;
  const examined = examinedSources(reading);
  const places = [...new Set(state.areas.flatMap((area) => area.places))];
  const said = places.map((place) => placeText(place, language)).join(", ");
  const tests = new Set(runsRead(state.runs).map(({ test }) => test)).size;
  const sections: readonly NoteSection[] = [
    {
      heading: words("looked"),
      lines: [
        ...whomToSee(state, words),
        ...(opened ? [lookedAt(tests, opened.body.region, words)] : []),
        ...symptomsOf(state).map((symptom) => words("your-words", { words: symptom.words })),
        ...(said ? [words("your-places", { places: said })] : []),
      ],
    },
    { heading: words("could"), lines: couldBe(state, reading, words) },
    { heading: words("less"), lines: lessAndOpen(examined, words) },
    { heading: words("next"), lines: nextLines(state, own, words) },
    {
      heading: words("call"),
      lines: [
        `${words("at-once")}:`,
        ...patientTexts(`take-home.at-once-if.${opened?.body.region ?? "lumbopelvic"}`, language).map(
          (line) => `  ${line}`,
        ),
        `${words("us")}:`,
        ...patientTexts("take-home.us-if", language).map((line) => `  ${line}`),
      ],
    },
  ];
  return {
    title: words("title"),
    who: opened?.body.person.name ?? "",
    when: opened ? dayIn(language, opened.at) : "",
    sections: sections.filter(({ lines }) => lines.length > 0),
    signature: [opened?.actor.name ?? ""],
    footer: words("footer"),
    language,
    places,
    picture: words("picture", { places: said }),
    views: { front: words("front"), back: words("back") },
  };
}
