import { buildExam, idOf } from "@/core/samples/build";
import type { ExamEvent } from "@/core/record/events";
import { CATALOGUE_STORIES } from "./demo-catalogue";
import { complain, history, runs, type Story } from "./demo-kit";
import { appendEvents } from "./exams";
import { addPerson } from "./people";
import { saveProfile } from "./practitioners";
import { people } from "./schema";
import type { Store } from "./store";

/**
 * Made-up people around a made-up place: the ferry crews, bakers and rope
 * makers of Saltmarsh Point. Nobody here exists.
 */
const INES = { id: idOf(900_001), name: "Ines Calder", registration: "made-up 0417" };
const JONAH = { id: idOf(900_002), name: "Jonah Prewitt", registration: "made-up 0533" };

const clearSacroiliac: Story = {
  name: "Marit Oakhanger",
  birthDate: "1979-03-14",
  sex: "female",
  notes: "Deckhand on the morning ferry. Prefers to lie on the left.",
  daysAgo: 2,
  tell: (exam) => {
    complain(exam, {
      places: ["si-area.right"],
      words: "a deep ache beside the tailbone when I turn in bed",
      qualities: ["ache", "sharp"],
      scores: [3, 1, 7],
      history: history({
        onsetNote: "after a winter of hauling ropes to one side",
        weeks: 40,
        eases: "sitting on the left, warmth",
      }),
      centralises: "no",
    });
    exam.consent("her sister").guard().rest(2, "si-area.right");
    runs(exam, [
      { test: "si-distraction", response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 27 },
      { test: "thigh-thrust", side: "left", response: "nothing", kgf: 26 },
      { test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 7, kgf: 26 },
      { test: "faber", side: "left", response: "stretch" },
      { test: "faber", side: "right", response: "stretch" },
      { test: "si-compression", response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 25 },
    ]);
    exam.add("test-skipped", { test: "gaenslen", side: "left", reason: "five-test regimen is decided on the right" });
    exam.add("test-skipped", { test: "gaenslen", side: "right", reason: "five-test regimen is decided on the right" });
    exam.add("test-skipped", { test: "sacral-thrust", side: null, reason: "not in the preferred rule" });
    exam.add("note-written", { text: "Settled to 3 of 10 within five minutes of the last test." });
    exam.sign();
  },
};

const groinIsHip: Story = {
  name: "Tobias Renwick",
  birthDate: "1962-11-02",
  sex: "male",
  notes: "Retired rope maker. Hard of hearing on the left.",
  daysAgo: 5,
  tell: (exam) => {
    complain(exam, {
      places: ["groin.right", "central-buttock.right"],
      words: "a pinch deep in the groin when I put my sock on",
      qualities: ["sharp"],
      scores: [1, 0, 6],
      history: history({ weeks: 70, provokedBy: "much", settlesMinutes: 15, eases: "standing up" }),
    });
    exam.consent().guard().rest(1, "central-buttock.right");
    runs(exam, [
      { test: "si-distraction", response: "nothing", kgf: 28 },
      { test: "thigh-thrust", side: "left", response: "nothing", kgf: 28 },
      { test: "thigh-thrust", side: "right", response: "familiar", felt: ["groin.right"], intensity: 5, kgf: 28 },
      { test: "faber", side: "left", response: "stretch" },
      { test: "faber", side: "right", response: "familiar", felt: ["groin.right"], intensity: 6 },
      { test: "gaenslen", side: "left", response: "nothing" },
      { test: "gaenslen", side: "right", response: "stretch" },
      { test: "si-compression", response: "nothing", kgf: 26 },
      { test: "sacral-thrust", response: "nothing" },
    ]);
    exam.sign();
  },
};

const aboveL5: Story = {
  name: "Lenka Aldermoor",
  birthDate: "1991-07-21",
  sex: "female",
  notes: "Bakes at night; lifts flour sacks.",
  daysAgo: 9,
  tell: (exam) => {
    complain(exam, {
      places: ["low-back.central", "low-back.right"],
      words: "a band across the low back after the dough room",
      qualities: ["ache"],
      scores: [3, 1, 6],
      history: history({
        onset: "sudden",
        onsetNote: "lifting a sack",
        weeks: 18,
        settlesMinutes: 90,
        provokedBy: "moderate",
        eases: "lying on the side",
      }),
      centralises: "yes",
    });
    exam.consent().guard().rest(3, "low-back.central");
    runs(exam, [
      { test: "si-distraction", response: "nothing", kgf: 25 },
      { test: "thigh-thrust", side: "left", response: "nothing" },
      { test: "thigh-thrust", side: "right", response: "other", intensity: 4 },
      { test: "faber", side: "left", response: "nothing" },
      { test: "faber", side: "right", response: "stretch" },
      { test: "gaenslen", side: "left", response: "familiar", felt: ["low-back.central"], intensity: 5 },
      { test: "gaenslen", side: "right", response: "familiar", felt: ["low-back.central"], intensity: 6 },
      { test: "si-compression", response: "nothing", kgf: 25 },
      { test: "sacral-thrust", response: "familiar", felt: ["low-back.central"], intensity: 6 },
    ]);
    exam.sign();
  },
};

const bothSides: Story = {
  name: "Idris Fennimore",
  birthDate: "1998-01-30",
  sex: "male",
  notes: "Keeps the fog signal. Uncle with a stiff back from youth.",
  daysAgo: 1,
  tell: (exam) => {
    complain(exam, {
      places: ["si-area.right", "si-area.left"],
      words: "both buttocks, worst on waking, better once I have walked the pier",
      qualities: ["ache"],
      scores: [4, 1, 7],
      history: history({ weeks: 60, provokedBy: "little", settlesMinutes: 45, eases: "walking" }),
    });
    exam.consent().guard({ inflammatory: "yes" }).rest(3, "si-area.right", "si-area.left");
    runs(exam, [
      { test: "si-distraction", response: "familiar", felt: ["si-area.right", "si-area.left"], intensity: 6, kgf: 25 },
      { test: "thigh-thrust", side: "left", response: "familiar", felt: ["si-area.left"], intensity: 6 },
      { test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 7 },
      { test: "faber", side: "left", response: "stretch" },
      { test: "faber", side: "right", response: "familiar", felt: ["central-buttock.right"], intensity: 6 },
    ]);
    exam.add("referral-acknowledged", {
      referral: "inflammatory.yes.2",
      action: "Letter to the family physician written today.",
    });
  },
};

const blocked: Story = {
  name: "Gudrun Pellworm",
  birthDate: "1948-09-09",
  sex: "female",
  notes: "Slipped on the quay last week.",
  daysAgo: 3,
  tell: (exam) => {
    complain(exam, {
      places: ["si-area.left", "lateral-hip.left"],
      words: "a stab low on the left when I put weight on the leg",
      qualities: ["sharp"],
      scores: [6, 3, 9],
      history: history({
        onset: "injury",
        onsetNote: "fell on the left hip on wet stone",
        weeks: 1,
        provokedBy: "little",
        settlesMinutes: 180,
      }),
    });
    exam
      .consent("her neighbour")
      .guard({ "pelvic-fracture": "yes", osteoporosis: "severe", "hip-replacement": "right", "lumbar-injury": "yes" });
    exam.add("note-written", { text: "No provocation. Sent for imaging with her neighbour driving." });
  },
};

const unfinished: Story = {
  name: "Caspian Moorhen",
  birthDate: "1985-12-05",
  sex: "male",
  notes: "Rows in the harbour eight.",
  daysAgo: 0,
  tell: (exam) => {
    complain(exam, {
      places: ["si-area.left", "posterior-thigh.left"],
      words: "a burning ache low in the left buttock at the catch of the stroke",
      qualities: ["ache", "burning"],
      scores: [2, 0, 6],
      history: history({ weeks: 26, provokedBy: "much", settlesMinutes: 40, eases: "lying face down" }),
      centralises: "no",
    });
    exam.consent().guard().rest(1, "si-area.left");
    runs(exam, [
      { test: "si-distraction", response: "familiar", felt: ["si-area.left"], intensity: 5, kgf: 26 },
      { test: "thigh-thrust", side: "right", response: "nothing", kgf: 27 },
      { test: "thigh-thrust", side: "left", response: "familiar", felt: ["si-area.left"], intensity: 6, kgf: 27 },
      { test: "faber", side: "right", response: "nothing" },
    ]);
  },
};

const young: Story = {
  name: "Wren Abernath",
  birthDate: "2010-04-18",
  sex: "female",
  notes: "Climbs. Comes with her father.",
  daysAgo: 6,
  tell: (exam) => {
    complain(exam, {
      places: ["si-area.right"],
      words: "a sore spot low on the right after landing",
      qualities: ["ache"],
      scores: [1, 0, 5],
      history: history({ weeks: 8, provokedBy: "much", settlesMinutes: 20 }),
    });
    exam.consent("her father").guard().rest(0);
    runs(exam, [
      { test: "si-distraction", response: "nothing", kgf: 20 },
      { test: "thigh-thrust", side: "left", response: "nothing" },
      { test: "thigh-thrust", side: "right", response: "other", intensity: 2 },
    ]);
  },
};

const STORIES: readonly Story[] = [
  { name: "Odalys Brandt", birthDate: "1973-02-27", sex: "female", notes: "New today. Mends nets." },
  unfinished,
  bothSides,
  clearSacroiliac,
  blocked,
  groinIsHip,
  young,
  aboveL5,
  ...CATALOGUE_STORIES,
];

const DAY_MS = 86_400_000;
/** Each person's ids start here, far enough apart that stories never meet. */
const idsOf = (index: number) => 1_000_000 + index * 10_000;

/** The events of each of a story's visits, with fixed ids; only the dates move with `now`. */
function tellStory(story: Story, index: number, now: string): ExamEvent[][] {
  const visits = [
    ...(story.earlier ? [{ ...story.earlier, exam: 2 }] : []),
    ...(story.tell && story.daysAgo !== undefined ? [{ daysAgo: story.daysAgo, tell: story.tell, exam: 1 }] : []),
  ];
  return visits.map(({ daysAgo, tell, exam }) => tellVisit(story, index, now, daysAgo, tell, exam));
}

function tellVisit(
  story: Story,
  index: number,
  now: string,
  daysAgo: number,
  tell: NonNullable<Story["tell"]>,
  visit: number,
): ExamEvent[] {
  const base = idsOf(index);
  const actor = index % 3 === 1 ? JONAH : INES;
  const exam = buildExam({
    exam: idOf(base + visit),
    idsFrom: base + (visit === 1 ? 10 : 5000),
    region: story.region ?? "lumbopelvic",
    birthDate: story.birthDate,
    sex: story.sex,
    actor: { id: actor.id, name: actor.name },
    registration: actor.registration,
    startsAt: new Date(Date.parse(now) - daysAgo * DAY_MS - 40 * 60_000).toISOString(),
    person: { id: idOf(base), number: `DL-${String(index + 1).padStart(4, "0")}`, name: story.name },
  });
  tell(exam);
  return exam.events;
}

/** Is there anybody on the roster? */
export const isEmpty = (store: Store): boolean => store.db.select().from(people).limit(1).all().length === 0;

/**
 * Loads the demo's people, exams and profiles into an empty store.
 *
 * @param now the day the stories end on
 * @throws Error when a story's event is refused: the demo must pass the same checks as everybody
 */
export function loadDemo(store: Store, now: string): void {
  [INES, JONAH].forEach((profile) => saveProfile(store, profile));
  STORIES.forEach((story, index) => {
    const recent = new Date(Date.parse(now) - (story.daysAgo ?? 0) * DAY_MS - index * 60_000).toISOString();
    const { name, birthDate, sex, notes } = story;
    addPerson(store, { id: idOf(idsOf(index)), name, birthDate, sex, notes }, { now: recent, confirmed: true });
    for (const events of tellStory(story, index, now)) {
      const { receipts } = appendEvents(store, events[0]!.exam, events, recent);
      const refused = receipts.find(({ result }) => result === "refused");
      if (refused) throw new Error(`Demo story of ${name}: ${refused.why}`);
    }
  });
}
