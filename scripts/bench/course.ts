import { mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import { courseBegunBy, courseFrom, fold, readExam, type RecordedEvent } from "@/core";
import { idOf } from "@/fixtures/samples/build";
import {
  calfVisit,
  COURSE_PERSON,
  courseExams,
  courseVisits,
  episodeEvents,
  RAISE_SIGN,
  sign,
  type VisitPlan,
} from "@/fixtures/samples/course";
import { appendEpisodeEvents, coursesOf } from "@/server/repositories/episodes";
import { appendEvents } from "@/server/repositories/exams";
import { addPerson } from "@/server/repositories/people";
import { openStore } from "@/server/store/open";
import { atMost, type Row, timeOf } from "./measure";

const NOW = "2026-06-30T09:00:00.000Z";
const VISITS = 60;
const DAY = 86_400_000;

const plans: readonly VisitPlan[] = Array.from({ length: VISITS }, (_, at) => ({
  date: new Date(Date.parse("2026-03-02T00:00:00Z") + at * 2 * DAY).toISOString().slice(0, 10),
  tell: calfVisit({ onset: 40 + (at % 20), rest: at % 3 }),
}));

const SAID = [
  RAISE_SIGN,
  sign({ kind: "rest" }, 701),
  sign({ kind: "answer", test: "straight-leg-raise", side: "right" }, 702),
];

/** The course page of somebody with sixty visits: in the core, and out of the store. */
export function courseRows(): Row[] {
  const events = episodeEvents(SAID);
  const visits = courseVisits(plans);
  const asked = { episode: courseBegunBy(idOf(500)), events, visits, today: NOW.slice(0, 10) };
  const few = { runs: 20, warmUp: 5 };
  const core = timeOf(() => courseFrom(asked), few);
  const exams = courseExams(plans);
  const first = exams[0]!.events as readonly RecordedEvent[];
  const reading = timeOf(() => readExam(fold(first)), few);

  const folder = mkdtempSync(join(process.cwd(), ".tmp", "bench-"));
  const store = openStore(join(folder, "store.sqlite"));
  const entry = { id: COURSE_PERSON.id, name: COURSE_PERSON.name, birthDate: "1984-05-12", sex: "female", notes: "" };
  addPerson(store, entry, { now: NOW });
  let bytes = 0;
  for (const exam of exams) {
    appendEvents(store, exam.events[0]!.exam, exam.events, NOW);
    bytes += JSON.stringify(exam.events).length;
  }
  appendEpisodeEvents(store, asked.episode, events, NOW);
  const texts = exams.map((exam) => JSON.stringify(exam.events));
  const parse = timeOf(() => texts.map((text) => JSON.parse(text) as unknown), few);
  const whole = timeOf(() => coursesOf(store, COURSE_PERSON.id, NOW.slice(0, 10)), few);
  store.sqlite.close();
  rmSync(folder, { recursive: true, force: true });
  const beside = { is: `parsing the same ${VISITS} visits (${Math.round(bytes / 1024)} kB)`, value: parse };
  return [
    atMost(`the course of ${VISITS} visits in the core`, { value: core }, beside, 25, 60),
    atMost(`the same out of the store, as the page asks for it`, { value: whole }, beside, 60, 150),
    atMost("the reading of an episode: its visit before treatment, folded and read", { value: reading }, beside, 4, 10),
  ];
}
