import { mixed } from "yup";
import { chainHead, closed, holding, listOfEach, instant, oneOf, text, uuid, wholeIn } from "@/core/base";
import type { RecordedEvent } from "@/core/record";
import type { ExamPage } from "./exam-page";
import type { Here } from "./here";
import type { Receipt, RecordEnd } from "./exam-events";
import { answers, route } from "./route";

/** Checked further in, where more is known of it. */
export const anything = () => mixed().defined("is missing; send it");

export const MOST = 1_000_000;
export const PEOPLE = 1000;
/** The most events of one exam that are sent at once. */
export const MOST_EVENTS_AT_ONCE = 200;

const head = holding({ head: chainHead(), length: wholeIn(0, MOST) });
export const profile = holding({ id: uuid(), name: text(400), settings: holding({}) });
const event = holding({ id: uuid(), exam: uuid(), type: text(80, 1), at: text(40, 1) });
const receipt = holding({ id: text(80), result: oneOf(["stored", "already stored", "refused"]) });
const position = () => text(9, 1).matches(/^\d+$/, "is not a position; use a whole number, 0 or more");

/** The routes an examination cannot do without: the screens of the table bring no others with them. */
export const EXAM_ROUTES = {
  here: route("GET", "/api/here", {
    isKept: true,
    act: "be here",
    answer: holding({
      profile: profile.nullable(),
      acts: listOfEach(text(80), PEOPLE),
      words: holding({}),
      evidence: text(80),
      now: instant(),
    }),
    answers: answers<Here>(),
  }),
  courseEvents: route("POST", "/api/episodes/{episode}/events", {
    act: "examine",
    ask: closed({ events: listOfEach(anything(), MOST_EVENTS_AT_ONCE) }),
    answer: holding({ receipts: listOfEach(receipt, MOST_EVENTS_AT_ONCE), head, anchor: text(80) }),
    answers: answers<RecordEnd & { receipts: readonly Receipt[] }>(),
  }),
  seal: route("GET", "/api/account/seal", {
    act: "be here",
    ask: closed({}),
    answer: holding({ key: text(80, 40) }),
    answers: answers<{ key: string }>(),
  }),
  examPage: route("GET", "/api/exams/{exam}", {
    isKept: true,
    act: "see a record",
    answer: holding({
      events: listOfEach(event, MOST),
      head,
      anchor: text(80),
      importedUpTo: wholeIn(0, MOST),
      branches: listOfEach(holding({ head: chainHead(), events: listOfEach(event, MOST) }), PEOPLE),
      evidence: holding({ held: holding({}), current: text(80) }),
      farTimes: listOfEach(holding({ event: uuid(), seq: wholeIn(1, MOST) }), MOST),
    }),
    answers: answers<ExamPage>(),
  }),
  eventsAfter: route("GET", "/api/exams/{exam}/events", {
    act: "see a record",
    ask: closed({ after: position().optional() }),
    answer: holding({ events: listOfEach(event, MOST), head, anchor: text(80) }),
    answers: answers<RecordEnd & { events: readonly RecordedEvent[] }>(),
  }),
  appendEvents: route("POST", "/api/exams/{exam}/events", {
    act: "examine",
    ask: closed({ events: listOfEach(anything(), MOST_EVENTS_AT_ONCE) }),
    answer: holding({ receipts: listOfEach(receipt, MOST_EVENTS_AT_ONCE), head, anchor: text(80) }),
    answers: answers<RecordEnd & { receipts: readonly Receipt[] }>(),
  }),
  liveEvents: route("GET", "/api/exams/{exam}/live", { act: "see a record", ask: closed({}), isStream: true }),
} as const;
