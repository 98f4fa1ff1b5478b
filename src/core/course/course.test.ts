import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import {
  calfVisit,
  courseExams,
  courseVisits,
  episodeEvents,
  oneTest,
  power,
  RAISE_SIGN,
  raise,
  sign,
  type VisitPlan,
} from "@/fixtures/samples/course";
import { PROTOCOLS } from "../knowledge";
import { readExam } from "../reading";
import { type EpisodeDraft, SIGN_KINDS } from "../record";
import { courseFrom, forCourse } from "./course";
import { judgeMean, judgePoints } from "./judge";
import { proposedSigns } from "./proposals";
import { askedAllAgain, testsAgain } from "./returning";
import { testedBefore } from "./tested-before";
import { inOrder, oddOrder, visitOf } from "./visit";

const TODAY = "2026-06-01";
const DAYS = ["2026-03-02", "2026-03-16", "2026-03-30", "2026-04-13"] as const;

const course = (plans: readonly VisitPlan[], drafts: readonly EpisodeDraft[] = [RAISE_SIGN]) =>
  courseFrom({ episode: idOf(600), events: episodeEvents(drafts), visits: courseVisits(plans), today: TODAY });

const onsets = (...values: readonly number[]) =>
  course(values.map((onset, index) => ({ date: DAYS[index]!, tell: calfVisit({ onset }) })));

describe("a sign from visit to visit", () => {
  it.each([
    [42, 58, "better beyond"],
    [42, 47, "better within"],
    [42, 42, "unchanged"],
    [42, 38, "worse within"],
    [42, 36, "worse within"],
    [42, 33, "worse beyond"],
  ] as const)("%i° and then %i°: %s", (first, second, verdict) => {
    const { signs } = onsets(first, second);
    expect(signs[0]!.latest).toMatchObject({ verdict, before: `${first}°`, after: `${second}°` });
  });

  it("draws no line through two points, and one with its interval through three", () => {
    expect(onsets(42, 58).signs[0]!.trend).toBeNull();
    const { trend } = onsets(42, 50, 58).signs[0]!;
    expect(trend!.perWeek).toBeCloseTo(4, 6);
    expect(trend!.interval95[0]).toBeLessThan(trend!.perDay);
  });

  it("that a technique cleared is gone, and one it brought is new", () => {
    const cleared = courseVisits([
      {
        date: DAYS[0],
        tell: (exam) => {
          calfVisit({ onset: 42 })(exam);
          oneTest(exam, "straight-leg-raise", "right", null);
        },
      },
    ]);
    const events = episodeEvents([sign({ kind: "answer", test: "straight-leg-raise", side: "right" })]);
    const { points } = courseFrom({ episode: idOf(600), events, visits: cleared, today: TODAY }).signs[0]!;
    expect(points.map(({ isAfter, judged }) => [isAfter, judged?.verdict])).toEqual([
      [false, undefined],
      [true, "gone"],
    ]);
  });

  it("says why it cannot be compared: another way, a sorer start", () => {
    const other = courseVisits([
      { date: DAYS[0], tell: calfVisit({ onset: 42 }) },
      { date: DAYS[1], tell: calfVisit({ rest: 6, onset: 30 }) },
    ]);
    const events = episodeEvents([RAISE_SIGN]);
    const [followed] = courseFrom({ episode: idOf(600), events, visits: other, today: TODAY }).signs;
    expect(followed!.latest).toMatchObject({ verdict: "cannot be compared", because: "started sorer" });
  });

  it("from a sorer start may be called better", () =>
    expect(
      course([
        { date: DAYS[0], tell: calfVisit({ onset: 42 }) },
        { date: DAYS[1], tell: calfVisit({ rest: 6, onset: 60 }) },
      ]).signs[0]!.latest!.verdict,
    ).toBe("better beyond"));

  it("says that pain medicine was another", () => {
    const visit = (medicine: "usual" | "more") => ({ language: "", interpreter: "not needed" as const, medicine });
    const plans: VisitPlan[] = (["usual", "more"] as const).map((medicine, index) => ({
      date: DAYS[index]!,
      tell: (exam) => {
        exam.add("visit-noted", {
          ...visit(medicine),
          signals: [],
          reports: "reliably",
          chaperone: null,
          chaperoneName: "",
          medicineNote: "",
          cannotTake: [],
          cannotWhy: "",
        });
        calfVisit({ onset: 42 + index * 20 })(exam);
      },
    }));
    expect(course(plans).signs[0]!.latest!.because).toContain("medicine differs");
  });

  it("of a test that nobody knows any more loses nothing and says so", () => {
    const { signs } = course(
      [{ date: DAYS[0], tell: calfVisit({ onset: 42 }) }],
      [sign({ kind: "measure", test: "moon-lift", side: "right", measure: "onset" })],
    );
    expect(signs[0]!.problem).toContain('No test of today goes by "moon-lift"');
  });

  it("is judged of every measure of every test, whichever way it goes, and never by a made-up error", () => {
    for (const { id, sided, measures } of PROTOCOLS)
      for (const measure of measures) {
        const body = sign({ kind: "measure", test: id, side: sided ? "right" : null, measure: measure.id });
        const { signs } = course([], [body]);
        expect(signs[0]!.problem, `${id} ${measure.id}`).toBe("Not measured yet.");
        const known = measure.mdc ?? (measure.unit === "of 5" ? 1 : null);
        if (known === null) expect(signs[0]!.band, `${id} ${measure.id}`).toBeNull();
        else
          expect(signs[0]!.band, `${id} ${measure.id}`).toBeCloseTo(
            /** Known of one day only: over days half as much again. */
            measure.mdcFrom?.apart === "same day" ? known * 1.5 : known,
            6,
          );
        /** An error that ships is never shown without where it comes from, or that no source is at hand. */
        if (measure.mdc !== undefined)
          expect(signs[0]!.bandSource, `${id} ${measure.id}`).toMatch(
            / (on one day|between days).*; (no source at hand|\S)|, a convention$/,
          );
      }
  });
});

describe("a value beside the first", () => {
  const at = (value: number) => ({
    exam: idOf(1),
    date: DAYS[0],
    value,
    text: String(value),
    isAfter: false,
    run: null,
  });
  const followed = (kind: (typeof SIGN_KINDS)[number]) => {
    const { body } = sign({ kind, neuro: kind === "neuro" ? "power" : null, level: "l5", side: "right" });
    return body as Extract<EpisodeDraft, { type: "marker-set" }>["body"];
  };

  it("over the whole table of pain: two points decide, from 0 or 1 nothing is called better", () => {
    for (let was = 0; was <= 10; was++)
      for (let is = 0; is <= 10; is++) {
        const { verdict } = judgePoints(followed("rest"), at(was), at(is), []);
        const by = is - was;
        const wanted =
          by === 0
            ? "unchanged"
            : by < 0 && was <= 1
              ? "shown"
              : `${by < 0 ? "better" : "worse"} ${Math.abs(by) >= 2 ? "beyond" : "within"}`;
        expect(verdict, `${was} ${is}`).toBe(wanted);
      }
  });

  it("over the whole table of an activity: more is better, three points alone, two as a mean of three", () => {
    for (let was = 0; was <= 10; was++)
      for (let is = 0; is <= 10; is++) {
        const by = is - was;
        const said = (points: number) =>
          by === 0 ? "unchanged" : `${by > 0 ? "better" : "worse"} ${Math.abs(by) >= points ? "beyond" : "within"}`;
        expect(judgePoints(followed("activity"), at(was), at(is), []).verdict).toBe(said(3));
        expect(judgeMean([was, was, was], [is, is, is])).toBe(said(2));
        expect(judgeMean([was, was], [is, is])).toBeNull();
      }
  });

  it("of power: a whole grade is a change, half a grade is within what two looks differ by", () => {
    expect(judgePoints(followed("neuro"), at(4), at(3), []).verdict).toBe("worse beyond");
    expect(judgePoints(followed("neuro"), at(4), at(3.5), []).verdict).toBe("worse within");
    expect(judgePoints(followed("neuro"), at(4), at(5), []).verdict).toBe("better beyond");
  });

  it("never says better of what went the other way", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 }), fc.integer({ min: 0, max: 10 }), (was, is) => {
        for (const kind of ["rest", "activity"] as const) {
          const { verdict } = judgePoints(followed(kind), at(was), at(is), []);
          const isUp = is > was === (kind === "activity");
          if (verdict.startsWith("better")) expect(isUp && is !== was).toBe(true);
        }
      }),
    ));
});

describe("what is read of a course", () => {
  const treatedTwice: VisitPlan[] = [
    { date: DAYS[0], tell: calfVisit({ onset: 42 }) },
    { date: DAYS[1], tell: calfVisit({ onset: 58 }) },
  ];

  it("is made before the first technique: what is tested later moves no probability", () => {
    const [first, second] = courseExams(treatedTwice);
    const root = (exam: typeof first) =>
      readExam(exam!.state()).sources.find(
        ({ source, side }) => source === "lower-lumbosacral-root" && side === "right",
      )!;
    const start = readExam(courseExams([{ date: DAYS[0], tell: calfVisit({}) }])[0]!.state()).sources.find(
      ({ source, side }) => source === "lower-lumbosacral-root" && side === "right",
    )!;
    expect(root(first).probability).not.toBeCloseTo(start.probability, 3);
    expect(root(second).probability).toBeCloseTo(start.probability, 6);
  });

  it("can be read anew by a recorded choice", () => {
    const [, anew] = courseExams([
      treatedTwice[0]!,
      {
        date: DAYS[1],
        tell: (exam) => {
          exam.add("read-anew", { reason: "a fall since the last visit" });
          calfVisit({ onset: 58 })(exam);
        },
      },
    ]);
    expect(anew!.state().runs[0]!.techniquesBefore).toBe(0);
  });

  it("knows what was tested and done before", () =>
    expect(testedBefore(courseVisits(treatedTwice))).toEqual({
      techniques: 2,
      tested: [{ test: "straight-leg-raise", side: "right" }],
    }));

  it("says in one sentence how the main sign and the neurology stand", () => {
    const { sentence } = onsets(42, 58);
    expect(sentence).toContain("is better than at the start, beyond the error (42° → 58°)");
    expect(sentence).toContain("Neurology was not examined");
    expect(sentence).not.toMatch(/diagnos|safe|clear|cured|confirmed/i);
  });
});

describe("sending on", () => {
  const ids = (told: ReturnType<typeof course>) => told.sendOn.map(({ id }) => id);

  it("is not proposed while a main sign is better", () => expect(ids(onsets(42, 50, 52, 58))).toEqual([]));

  it("after six weeks, or four visits over three weeks, without anything better", () => {
    expect(ids(onsets(42, 43, 44, 45))).toEqual(["not-better"]);
    expect(ids(onsets(42, 43, 44))).toEqual([]);
  });

  it("as the practitioner set it", () => {
    const told = (settings?: { visits: number; weeks: number }) =>
      courseFrom({
        episode: idOf(600),
        events: episodeEvents([RAISE_SIGN]),
        visits: courseVisits([42, 43, 44].map((onset, index) => ({ date: DAYS[index]!, tell: calfVisit({ onset }) }))),
        today: TODAY,
        ...(settings ? { settings } : {}),
      }).sendOn.map(({ id }) => id);
    expect(told()).toEqual([]);
    expect(told({ visits: 3, weeks: 6 })).toEqual(["not-better"]);
    expect(told({ visits: 8, weeks: 4 })).toEqual(["not-better"]);
  });

  it("not after four visits in one week", () => {
    const plans = ["2026-03-02", "2026-03-03", "2026-03-05", "2026-03-07"].map((date) => ({
      date,
      tell: calfVisit({ onset: 42 }),
    }));
    expect(ids(course(plans))).toEqual([]);
  });

  it("of a sign that is worse than at the start at two visits running, not at one", () => {
    expect(ids(onsets(42, 32, 31))).toEqual(["worse"]);
    expect(ids(onsets(42, 32, 42))).toEqual([]);
  });

  it("of a new deficit, urgently", () => {
    const told = course([
      { date: DAYS[0], tell: calfVisit({ onset: 42, weak: 5 }) },
      {
        date: DAYS[1],
        tell: (exam) => {
          exam.complaint("posterior-calf.right").consent().guard();
          exam.add("neuro-recorded", { findings: [{ ...power(3), before: 5 }] });
        },
      },
    ]);
    expect(told.sendOn[0]).toMatchObject({ id: "deficit", exam: expect.any(String) });
    expect(told.neurologySaid).toContain("Less than last time: L5 power right");
  });
});

describe("a visit about two complaints", () => {
  const [ours, other] = [idOf(600), idOf(601)];
  const [visit] = courseExams([
    {
      date: DAYS[0],
      tell: (exam) => {
        calfVisit({ onset: 42, treat: false })(exam);
        exam.technique({ level: "for both" });
        exam.technique({ level: "ours", courses: [ours] });
        exam.technique({ level: "other", courses: [other] });
      },
    },
  ]);
  const { techniques } = visit!.state();
  const levels = (episode: string, drafts: readonly EpisodeDraft[] = []) => {
    const { techniques: done, forAnother } = courseFrom({
      episode,
      events: episodeEvents(drafts, episode),
      visits: [visitOf(visit!.state())],
      today: TODAY,
    });
    const of = (rows: typeof done) => rows.map(({ event }) => techniques.find((one) => one.event === event)!.level);
    return [of(done), of(forAnother)];
  };

  it("gives each its own techniques, and what is not said to both", () => {
    expect(levels(ours)).toEqual([["for both", "ours"], ["other"]]);
    expect(levels(other)).toEqual([["for both", "other"], ["ours"]]);
  });

  it("can be set right afterwards, and back, over every technique", () => {
    for (const [index, { event }] of techniques.entries())
      for (const isOurs of [true, false]) {
        const moved = { type: "technique-moved", body: { exam: idOf(500), technique: event, isOurs } } as const;
        const [kept] = levels(ours, [{ ...moved, body: { ...moved.body, isOurs: !isOurs } }, moved]);
        expect(kept!.includes(techniques[index]!.level)).toBe(isOurs);
      }
  });

  it("counts for the next visit only what was done for its own complaint", () => {
    const { ours: visits } = forCourse([visitOf(visit!.state())], { moved: [] }, other);
    expect(testedBefore(visits).techniques).toBe(2);
  });
});

describe("the order of visits", () => {
  const visit = (exam: string, date: string, before: string | null) => ({
    exam,
    date,
    before,
    openedAt: `${date}T09:00:00Z`,
    signedAt: `${date}T10:00:00Z`,
    ended: null,
  });

  it("follows what each names before it, then the day; a circle loses none", () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ day: fc.integer({ min: 1, max: 28 }), before: fc.option(fc.nat(9)) }), { maxLength: 10 }),
        (plans) => {
          const visits = plans.map(({ day, before }, index) =>
            visit(idOf(index), `2026-03-${String(day).padStart(2, "0")}`, before === null ? null : idOf(before)),
          );
          const ordered = inOrder(visits).map(({ exam }) => exam);
          expect([...ordered].sort()).toEqual(visits.map(({ exam }) => exam).sort());
          expect(
            inOrder(visits.toReversed())
              .map(({ exam }) => exam)
              .sort(),
          ).toEqual([...ordered].sort());
        },
      ),
    ));

  it("says of a clock that went back, two open visits, a day to come and one before birth", () => {
    const odd = oddOrder(
      [
        visit("a", "2026-03-10", null),
        visit("b", "2026-03-03", "a"),
        { ...visit("c", "2027-01-01", null), signedAt: null },
        { ...visit("d", "1980-01-01", null), signedAt: null },
      ],
      TODAY,
      "1984-05-12",
    );
    expect(odd).toHaveLength(4);
    expect(odd.join(" ")).toMatch(/check the day.*still to come.*before the day of birth.*2 visits are open/s);
  });
});

describe("the next visit", () => {
  const seen = (date: string, place: "posterior-calf.right" | "sole.right" = "posterior-calf.right") => ({
    date,
    areas: [{ area: "area-1", places: [place], qualities: [], now: null, best: null, worst: null }],
    guardAnswers: { "cauda-equina": "no" },
  });

  it("asks all again after four weeks, of a new place, after a worse sign, and where nothing was asked", () => {
    const worse = onsets(42, 30).signs;
    const fine = onsets(42, 50).signs;
    expect(askedAllAgain([seen(DAYS[0])], seen(DAYS[1]), fine)).toEqual([]);
    expect(askedAllAgain([seen(DAYS[0])], seen("2026-03-30"), [])).toEqual([]);
    expect(askedAllAgain([seen(DAYS[0])], seen("2026-03-31"), [])[0]).toContain("29 days ago");
    expect(askedAllAgain([seen(DAYS[0])], seen(DAYS[1], "sole.right"), [])).toEqual(["they drew a new place"]);
    expect(askedAllAgain([seen(DAYS[0])], seen(DAYS[1]), worse)[0]).toContain("is worse");
    expect(askedAllAgain([], seen(DAYS[1]), [])).toEqual(["nothing was asked before"]);
    expect(askedAllAgain([seen(DAYS[2])], seen(DAYS[1]), [])).toEqual(["the last visit is dated after this one"]);
  });

  it("is proposed signs that are theirs, measured, and clear of the rest", () => {
    const [exam] = courseExams([{ date: DAYS[0], tell: calfVisit({ onset: 42, treat: false }) }]);
    expect(proposedSigns(exam!.state())).toEqual([
      expect.objectContaining({ kind: "measure", test: "straight-leg-raise", measure: "onset" }),
    ]);
    const [sore] = courseExams([
      {
        date: DAYS[0],
        tell: (one) => {
          one.complaint("posterior-calf.right").consent().guard().rest(5, "posterior-calf.right");
          raise(one, 42, 6);
        },
      },
    ]);
    expect(proposedSigns(sore!.state())).toEqual([]);
  });

  it("measures the signs again, then what was left, each once and position by position", () => {
    const { body } = RAISE_SIGN as Extract<EpisodeDraft, { type: "marker-set" }>;
    const left = [
      { test: "prone-lift" as const, side: "right" as const },
      { test: "straight-leg-raise" as const, side: "right" as const },
      { test: "thigh-thrust" as const, side: "left" as const },
    ];
    expect(testsAgain([body], { left })).toEqual([
      { test: "straight-leg-raise", side: "right" },
      { test: "thigh-thrust", side: "left" },
      { test: "prone-lift", side: "right" },
    ]);
  });
});
