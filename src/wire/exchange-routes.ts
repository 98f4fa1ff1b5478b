import { closed, holding, listOfEach, oneOf, orNone, text, wholeIn, yesNo } from "@/core/base";
import { DATE_ORDERS, PDF_LETTERS, PAPER_NAMES, READER_IDS } from "@/core/exchange";
import { LANGUAGE_IDS, OWN_MOST } from "@/core/vocabulary";
import { type Fates, INCOMING_MAX_BYTES, type TakenIn } from "./incoming";
import { MOST } from "./exam-routes";
import { answers, route } from "./route";

const MOST_LINES = 400;
/** Kinds of number in a file that are mapped by hand. */
const MOST_KINDS = 500;

/** What a letter is asked to be. What the writer leaves out or adds is kept apart from what is generated. */
const letterAsked = closed({
  kind: oneOf(PDF_LETTERS),
  paper: oneOf(PAPER_NAMES),
  reader: oneOf(READER_IDS),
  language: oneOf(LANGUAGE_IDS),
  own: text(OWN_MOST),
  /** Lines that are left out, as they were generated. */
  leave: listOfEach(text(4000, 1), MOST_LINES),
});

const column = () => orNone(text(200), "the name of a column");

/** Letters out, people in. */
export const EXCHANGE_ROUTES = {
  letter: route("POST", "/api/exams/{exam}/letter", {
    act: "take records out",
    ask: letterAsked,
    answer: holding({ pdf: text(20_000_000), pages: wholeIn(1, 1000) }),
    answers: answers<{ pdf: string; pages: number }>(),
  }),
  fhir: route("GET", "/api/exams/{exam}/fhir", { act: "take records out", ask: closed({}) }),
  incoming: route("POST", "/api/incoming", {
    act: "take records in",
    ask: closed({
      kind: oneOf(["csv", "fhir"]),
      content: text(INCOMING_MAX_BYTES, 1),
      columns: closed({
        name: column(),
        family: column(),
        birthDate: column(),
        sex: column(),
        number: column(),
        contact: column(),
      }),
      dates: oneOf(DATE_ORDERS),
      numbers: listOfEach(closed({ kind: text(2000, 1), is: text(120, 1) }), MOST_KINDS),
      isTrial: yesNo(),
    }),
    limit: INCOMING_MAX_BYTES,
    answer: holding({
      fates: listOfEach(holding({ where: text(400), name: text(4000), fate: text(40), why: text(4000) }), MOST),
      added: wholeIn(0, MOST),
      numbers: listOfEach(holding({ kind: text(2000), what: text(400), is: text(120) }), MOST),
    }),
    answers: answers<Fates & TakenIn>(),
  }),
  dueCalendar: route("GET", "/api/due/calendar", { act: "see the list", ask: closed({}) }),
} as const;
