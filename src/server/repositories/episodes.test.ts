import { describe, expect, it } from "vitest";
import { courseBegunBy, type EpisodeDraft, streamEvent, type StreamEvent } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import {
  calfVisit,
  COURSE_PERSON,
  courseExams,
  episodeEvents,
  RAISE_SIGN,
  sign,
  type VisitPlan,
} from "@/fixtures/samples/course";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { exportPerson, examFileText, importExam } from "../exchange/exchange";
import type { Store } from "../store/store";
import { episodes } from "../store/schema";
import { appendEpisodeEvents, courseBehind, coursesOf, dueCourses } from "./episodes";
import { addPerson } from "./people";
import { rebuildRows } from "./rebuild";
import { verifyStore } from "./verify";

const TODAY = NOW.slice(0, 10);
const EPISODE = courseBegunBy(idOf(500));
const PLANS: readonly VisitPlan[] = [
  { date: "2026-03-02", tell: calfVisit({ onset: 42 }) },
  { date: "2026-03-16", tell: calfVisit({ onset: 58 }) },
];

/** A store with somebody's two visits, and what was said of their course. */
function twoVisits(drafts: readonly EpisodeDraft[] = [RAISE_SIGN]): Store {
  const store = sampleStore();
  for (const exam of courseExams(PLANS)) storeExam(store, exam);
  const { receipts } = appendEpisodeEvents(store, EPISODE, episodeEvents(drafts), NOW);
  expect(receipts.filter(({ result }) => result !== "stored")).toEqual([]);
  return store;
}

let ids = 0;
const event = (draft: EpisodeDraft, over: Partial<Record<string, unknown>> = {}): StreamEvent =>
  ({
    ...streamEvent("episode", EPISODE, draft, { id: idOf(95_000 + ++ids), at: NOW, actor: PRACTITIONER, device: "d" }),
    ...over,
  }) as StreamEvent;

const why = (store: Store, ...events: readonly unknown[]) =>
  appendEpisodeEvents(store, EPISODE, events, NOW).receipts.at(-1)!;

const setReview: EpisodeDraft = { type: "review-set", body: { on: "2026-04-01" } };

describe("what is said of a course", () => {
  it("is stored once, chained, and shown", () => {
    const store = twoVisits();
    const again = appendEpisodeEvents(store, EPISODE, episodeEvents([RAISE_SIGN]), NOW);
    expect(again.receipts.map(({ result }) => result)).toEqual(["already stored", "already stored"]);
    const [course] = coursesOf(store, COURSE_PERSON.id, TODAY).courses;
    expect(course!.visits.map(({ date, isCourse }) => [date, isCourse])).toEqual([
      ["2026-03-02", false],
      ["2026-03-16", true],
    ]);
    expect(course!.signs[0]!.latest).toMatchObject({ verdict: "better beyond", before: "42°", after: "58°" });
    expect(verifyStore(store)).toMatchObject({ store: [] });
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("is refused with a sentence, and nothing is lost", () => {
    const store = twoVisits();
    const activity = (id: number) =>
      event(sign({ kind: "activity", words: `activity ${id}`, isMain: false }, 800 + id));
    addPerson(
      store,
      { id: idOf(3), name: "S. Marsh", birthDate: "1984-05-12", sex: "female", notes: "" },
      { now: NOW, confirmed: true },
    );
    const stranger = storeExam(
      store,
      buildExam({ exam: idOf(900), idsFrom: 99_000, person: { id: idOf(3), number: "DL-0002", name: "S. Marsh" } }),
    );
    for (const [sent, says] of [
      [null, "is not an event"],
      [event({ type: "moon-seen", body: {} } as never), "is not a kind of event"],
      [event(setReview, { v: 99 }), "later version"],
      [event(setReview, { episode: idOf(4) }), "another course"],
      [event({ type: "review-set", body: { on: "2026-02-30" } }), "not a day of the calendar"],
      [event({ type: "visit-joined", body: { exam: idOf(12345) } }), "not in this store"],
      [event({ type: "visit-joined", body: { exam: stranger } }), "another person"],
      [event({ type: "marker-dropped", body: { marker: idOf(6) } as never }), "reason"],
      [event(sign({ kind: "measure", test: "", measure: "onset" }, 801)), "Name the test"],
      [event(sign({ kind: "activity", words: " " }, 802)), "own words"],
      [event({ ...RAISE_SIGN, body: { ...RAISE_SIGN.body, marker: idOf(803) } } as EpisodeDraft), "followed already"],
      [event({ type: "episode-opened", body: { person: idOf(77), name: "" } }), "another person"],
    ] as const) {
      const { result, why: reason } = why(store, sent);
      expect([result, reason]).toEqual(["refused", expect.stringContaining(says)]);
    }
    for (let id = 1; id <= 5; id++) expect(why(store, activity(id)).result).toBe("stored");
    expect(why(store, activity(6)).why).toContain("sixth activity");
    expect(coursesOf(store, COURSE_PERSON.id, TODAY).courses[0]!.signs).toHaveLength(6);
  });

  it("of a course that nobody has opened waits for its opening", () => {
    const store = sampleStore();
    expect(why(store, event(setReview))).toMatchObject({ result: "refused", refusal: "depends" });
  });

  it("that is due stands on the roster until it is done", () => {
    const store = twoVisits([RAISE_SIGN, setReview, { type: "letter-wanted", body: { why: "progress" } }]);
    const due = (day: string) => dueCourses(store, day).map(({ why: reason }) => reason);
    expect(due("2026-03-31")).toEqual(["letter"]);
    expect(due("2026-04-01")).toEqual(["retest", "letter"]);
    why(store, event({ type: "letter-sent", body: { kind: "progress", to: "Dr. A. Marlow", on: "2026-03-20" } }));
    why(store, event({ type: "episode-ended", body: { reason: "settled", note: "", on: "2026-04-02", isOver: true } }));
    expect(due("2026-05-01")).toEqual(["outcome"]);
    why(
      store,
      event({
        type: "outcome-told",
        body: {
          source: "lower-lumbosacral-root",
          side: "right",
          found: "found",
          by: "course alone",
          on: "2026-04-02",
          who: "",
          note: "",
        },
      }),
    );
    expect(due("2026-05-01")).toEqual([]);
  });

  it("goes out with the person and comes in elsewhere, twice the same", () => {
    const store = twoVisits();
    const file = examFileText(exportPerson(store, COURSE_PERSON.id, NOW));
    const other = sampleStore();
    importExam(other, file, NOW);
    expect(importExam(other, file, NOW)).toMatchObject({ added: 0 });
    expect(coursesOf(other, COURSE_PERSON.id, TODAY).courses).toEqual(
      coursesOf(store, COURSE_PERSON.id, TODAY).courses,
    );
    expect(verifyStore(other).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("is listed as it was recorded: another list is found, and made anew", () => {
    const store = twoVisits([RAISE_SIGN, setReview]);
    store.db.update(episodes).set({ reviewOn: "2031-01-01" }).run();
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([
      "The list says otherwise than what was recorded of this course.",
    ]);
    expect(rebuildRows(store, NOW).courses).toBe(1);
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("an old exam is the first visit of a course of its own; a visit can be put to another", () => {
    const store = twoVisits();
    const alone = storeExam(store, buildExam({ exam: idOf(901), idsFrom: 98_000, person: COURSE_PERSON }));
    const visits = () => coursesOf(store, COURSE_PERSON.id, TODAY).courses.map((course) => course.visits.length);
    expect(visits().toSorted()).toEqual([1, 2]);
    why(store, event({ type: "visit-joined", body: { exam: alone } }));
    expect(Math.max(...visits())).toBe(3);
    why(store, event({ type: "visit-left", body: { exam: alone, reason: "another complaint" } }));
    expect(Math.max(...visits())).toBe(2);
  });

  it("an examination knows what came before it, and no more than it needs", () => {
    const store = twoVisits();
    const [first, second] = [courseBehind(store, idOf(500))!, courseBehind(store, idOf(501))!];
    expect([first.visitsBefore, second.visitsBefore]).toEqual([0, 1]);
    expect(second.earlier.map(({ exam }) => exam)).toEqual([idOf(500)]);
    expect(second.events).toHaveLength(2);
  });

  it("does not begin before the person was born", () => {
    const store = twoVisits();
    const early = buildExam({
      exam: idOf(902),
      idsFrom: 97_000,
      person: COURSE_PERSON,
      visit: { before: null, date: "1983-01-01" },
    });
    expect(() => storeExam(store, early)).toThrow("before the day of birth");
  });
});
