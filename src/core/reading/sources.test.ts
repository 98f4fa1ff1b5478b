import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { forEvery } from "@/fixtures/for-every";
import golden from "./golden-reading.json";
import { type EvidenceSet, SHIPPED_EVIDENCE } from "../evidence";
import type { NeuroFinding, ReadingSettings } from "../record";
import { type Place, type Side, type SourceId, SOURCES } from "../vocabulary";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { recordCase, TEST_CASES, type TestCase } from "@/fixtures/samples/cases";
import { createDrawBook, spreadOf } from "./draws";
import { directionsFrom } from "./direction";
import { examinedByFamily } from "./ranking";
import { contextOf, resultKey } from "./context";
import { readExam, readSource, sourceIn } from "./reading";
import { describeVerdict } from "./rules";
import { sensitivityBand } from "./sensitivity-band";

/** The catalogue's own case of a test, told of the right side. */
function oneOf(test: string, kind: TestCase["kind"]): TestCase {
  const found = TEST_CASES.find((one) => one.test === test && one.kind === kind)!;
  const told = JSON.parse(JSON.stringify(found).replaceAll(".left", ".right")) as TestCase;
  return { ...told, side: found.side && "right" };
}

/** A test in which nothing at all came. */
const clear = (test: string): TestCase => ({ ...oneOf(test, "negative"), steps: [{ rest: "nothing" }] });

/** An exam in which some tests went one way or the other, as the catalogue's own cases tell them. */
function examWith(
  results: readonly TestCase[],
  {
    at = ["radial-forearm.right"],
    settings = {},
    birthDate,
    first = false,
  }: { at?: Place[]; settings?: Partial<ReadingSettings>; birthDate?: string; first?: boolean } = {},
): ExamBuilder {
  const exam = buildExam({ first, settings, region: "neck-arm", ...(birthDate ? { birthDate } : {}) }).complaint(...at);
  for (const one of results) {
    exam.rest(0);
    recordCase(exam, one);
  }
  return exam;
}

describe("the four-item root rule, from events to probability", () => {
  const key = Object.keys(golden).find((name) => name.startsWith("cervical root")) as keyof typeof golden;
  type Row = {
    name: string;
    pretest: number;
    rho: number;
    members: { test: string; positive: boolean }[];
    posttest: number;
  };
  const TESTS: Record<string, string> = {
    "ULNT 1": "ulnt-1",
    "rotation < 60": "neck-rotation",
    "distraction relief": "neck-distraction",
    "compression A": "foraminal-compression",
  };
  it("every worked example gives its probability", () =>
    forEvery(golden[key] as unknown as Row[], ({ pretest, rho, members, posttest }) => {
      const exam = examWith(
        members.map(({ test, positive }) =>
          positive || test !== "ULNT 1" ? oneOf(TESTS[test]!, positive ? "positive" : "negative") : clear("ulnt-1"),
        ),
        { first: true, settings: { dependence: rho, memberWeight: 0 } },
      );
      const root = sourceIn(readExam(exam.state()), "cervical-root", "right");
      expect(root.start.mean).toBe(pretest);
      expect(Math.abs(root.probability - posttest)).toBeLessThan(0.0005);
    }));

  it("counts an arm test by its own words even where we call it not differentiated", () => {
    const root = sourceIn(readExam(examWith([oneOf("ulnt-1", "unclear")]).state()), "cervical-root", "right");
    expect(root.outcomes[0]?.outcome).toBe("equivocal");
    expect(root.preferred?.positive).toBe(1);
    expect(root.preferred?.members[0]?.reason).toContain("the rule's own definition");
  });

  it("leaves out a compression done another way than the study's", () => {
    const exam = examWith([oneOf("foraminal-compression", "positive")], {
      settings: { schools: { "compression-way": "variant-b" } },
    });
    const root = sourceIn(readExam(exam.state()), "cervical-root", "right");
    expect(root.preferred?.members[3]).toMatchObject({ result: "open", reason: "done another way than the rule's" });
    expect(root.steps.some(({ figure }) => figure === "foraminal-compression-variant-b.wainner-2003")).toBe(true);
  });
});

describe("rules that count facts about the person", () => {
  const upperMotor = (signs: Record<string, number>, side: Side): NeuroFinding[] =>
    Object.entries(signs).map(([level, value]) => ({
      kind: "upper-motor",
      level,
      side: level === "gait" ? null : side,
      value,
    }));
  const cord = (signs: Record<string, number>, birthDate: string, sides: readonly Side[] = ["right"]) => {
    const exam = buildExam({ region: "neck-arm", birthDate }).complaint("neck.central");
    exam.add("neuro-recorded", { findings: sides.flatMap((side) => upperMotor(signs, side)) });
    return sourceIn(readExam(exam.state()), "spinal-cord", null);
  };

  it("reads three of the five as pointing to the cord, by the rule's own ratio", () => {
    const found = cord({ gait: 1, hoffmann: 1, babinski: 0, "inverted-supinator": 0 }, "1960-01-01");
    expect(found.preferred).toMatchObject({ positive: 3, verdict: "met", ratio: 30.9 });
    /** The published 30.9 counts for ten. */
    expect(found.probability).toBeCloseTo((0.003 * 10) / (0.003 * 10 + 0.997), 6);
  });

  it("never calls the cord unlikely, even with none of the five", () => {
    const found = cord({ gait: 0, hoffmann: 0, babinski: 0, "inverted-supinator": 0 }, "1990-01-01", ["right", "left"]);
    expect(cord({ gait: 0, hoffmann: 0, babinski: 0, "inverted-supinator": 0 }, "1990-01-01").preferred).toMatchObject({
      open: 3,
    });
    expect(found.preferred?.ratio).toBe(0.18);
    expect(found.probability).toBeLessThan(0.1);
    expect(found.wording.word).toBe("not shown by these tests, which miss some");
  });

  it("has no figure for one or two, and says so", () => {
    const found = cord({ gait: 0, hoffmann: 1, babinski: 0, "inverted-supinator": 0 }, "1990-01-01", ["right", "left"]);
    expect(describeVerdict(found.preferred!)).toBe("1 of 5 positive: the study gives no figure for that");
    expect(found.figured).toBe(false);
  });

  it("does not take the age alone for an examination", () => {
    const exam = buildExam({ region: "neck-arm", birthDate: "1950-01-01" }).complaint("neck.central");
    expect(sourceIn(readExam(exam.state()), "spinal-cord", null)).toMatchObject({ examined: false, figured: false });
  });

  it("foretells stabilising from four findings, two of them no tests", () => {
    const exam = buildExam({ birthDate: "1995-01-01" }).complaint("low-back.central");
    recordCase(exam, oneOf("prone-instability", "positive"));
    recordCase(exam, oneOf("lumbar-range", "positive"));
    const control = sourceIn(readExam(exam.state()), "lumbar-muscular-control", null);
    expect(control.preferred).toMatchObject({ positive: 3, verdict: "met" });
    expect(directionsFrom(readExam(exam.state())).map(({ text }) => text)).toContain("stabilising");
  });
});

describe("the words of the paper, events in and words out", () => {
  const word = (exam: ExamBuilder, source: SourceId, side: "right" | "left" | null = "right") =>
    sourceIn(readExam(exam.state()), source, side).wording.word;

  it.each<[string, SourceId, "right" | null, TestCase["kind"], string, string, Place]>([
    ["slump eased by the head", "lower-lumbosacral-root", "right", "positive", "slump", "likely", "lateral-calf.right"],
    ["slump clear", "lower-lumbosacral-root", "right", "negative", "slump", "leaning against", "lateral-calf.right"],
    ["slump not differentiated", "lower-lumbosacral-root", "right", "unclear", "slump", "open", "lateral-calf.right"],
    ["femoral stretch", "upper-lumbar-root", "right", "positive", "prone-lift", "suggested", "anterior-thigh.right"],
    ["flexion-rotation 29°", "c1-c2", "right", "positive", "flexion-rotation", "unsettled", "head-occiput.right"],
    ["centralises", "lumbar-disc", null, "positive", "repeated-movements", "leaning towards", "low-back.central"],
    ["quadrant clear", "lumbar-facet", "right", "negative", "quadrant", "not suggested", "low-back.right"],
    [
      "Sharp-Purser clear",
      "transverse-ligament",
      null,
      "negative",
      "sharp-purser",
      "not shown by these tests, which miss some",
      "neck.central",
    ],
    ["one-leg lift moves nothing", "sacroiliac", "right", "negative", "one-leg-lift", "not suggested", "si-area.right"],
    [
      "an adducted flexed hip has no figure",
      "hip",
      "right",
      "positive",
      "flexion-adduction-rotation",
      "suggested",
      "groin.right",
    ],
  ])("%s → %s is read as it should be", (_name, source, side, kind, test, wanted, at) => {
    const { before: _before, schools = {}, ...one } = oneOf(test, kind);
    const exam = buildExam({ settings: { schools } }).complaint(at);
    recordCase(exam, one);
    expect(word(exam, source, side)).toBe(wanted);
  });

  it.each([
    ["yes", 0.5, "leaning towards"],
    ["no", 0.15, "unsettled"],
    [undefined, 0.15, "unsettled"],
  ] as const)("a headache of the neck, answered %s, starts at %f", (headFromNeck, mean, wanted) => {
    const { before: _before, schools: _schools, ...one } = oneOf("flexion-rotation", "positive");
    const exam = buildExam({ region: "neck-arm" }).complaint("head-occiput.right");
    const told = {
      onset: "gradual",
      onsetNote: "",
      weeks: 8,
      provokedBy: null,
      settlesMinutes: null,
      eases: "",
    } as const;
    exam.add("history-recorded", headFromNeck ? { ...told, headFromNeck } : told);
    recordCase(exam, one);
    const source = sourceIn(readExam(exam.state()), "c1-c2", "right");
    expect(source.start.mean).toBe(mean);
    expect(source.wording.word).toBe(wanted);
  });

  it("keeps the ULNT record whose positive needs differentiation, unless another is chosen", () => {
    const settings = { rules: { "cervical-root": "none" } };
    const usual = sourceIn(
      readExam(examWith([oneOf("ulnt-1", "positive")], { settings }).state()),
      "cervical-root",
      "right",
    );
    expect(usual.steps[0]?.figure).toBe("ulnt-1.apelby-albrecht-2013");
    const chosen = { ...settings, records: { "ulnt-1.cervical-root": "ulnt-1.wainner-2003" } };
    const other = sourceIn(
      readExam(examWith([oneOf("ulnt-1", "positive")], { settings: chosen }).state()),
      "cervical-root",
      "right",
    );
    expect(other.steps[0]).toMatchObject({ figure: "ulnt-1.wainner-2003", printed: expect.closeTo(1.3, 6) });
  });

  it("shows records that ship off, with the reason, and lets them move nothing", () => {
    const exam = buildExam().complaint("si-area.right");
    recordCase(exam, oneOf("active-straight-leg-raise", "positive"));
    const ring = sourceIn(readExam(exam.state()), "pelvic-ring", "right");
    expect(ring.probability).toBeCloseTo(ring.start.mean, 12);
    expect(ring.listings[0]?.why).toContain("switched off");
  });

  it("counts a single test for at most ten, and shows the printed ratio", () => {
    const exam = buildExam({ first: true }).complaint("anterior-thigh.right");
    recordCase(exam, oneOf("prone-lift", "positive"));
    const [step] = sourceIn(readExam(exam.state()), "upper-lumbar-root", "right").steps;
    expect(step).toMatchObject({ counted: expect.closeTo(10, 9), remark: "a single test counts for 10.0 at most" });
    expect(step!.printed!).toBeGreaterThan(20);
  });
});

describe("properties over every source", () => {
  const everyWay = TEST_CASES.filter(({ before, schools }) => !before && !schools);
  const some = fc.uniqueArray(fc.nat(everyWay.length - 1), {
    minLength: 3,
    maxLength: 14,
    selector: (index) => `${everyWay[index]!.test} ${everyWay[index]!.side}`,
  });
  const settings = fc.record({
    dependence: fc.double({ min: 0, max: 1, noNaN: true }),
    rules: fc.constantFrom<Record<string, string>>(
      {},
      { "cervical-root": "none", hip: "none" },
      { "cervical-root": "cervical-root-upper-limb" },
    ),
    preferredRule: fc.constantFrom("none", "si-five-test", "si-six-test"),
  });
  const PLACES: Place[] = ["si-area.right", "lateral-calf.right", "radial-forearm.right", "low-back.central"];
  const examOf = (indexes: readonly number[], chosen: Partial<ReadingSettings>) => {
    const exam = buildExam({ settings: chosen }).complaint(...PLACES);
    for (const index of indexes) recordCase(exam, everyWay[index]!);
    return exam;
  };

  it("a further positive never lowers its source, a further negative never raises it", () => {
    fc.assert(
      fc.property(some, settings, fc.nat(), (indexes, chosen, pick) => {
        const state = examOf(indexes, chosen).state();
        const { outcomes } = readExam(state);
        const spoken = outcomes.filter(({ outcome }) => outcome !== "not tested");
        fc.pre(spoken.length > 0);
        const { source, side, ...outcome } = spoken[pick % spoken.length]!;
        const key = resultKey({ source, side, run: outcome.run });
        const at = (result: "positive" | "negative" | "removed") =>
          readSource(contextOf(state, SHIPPED_EVIDENCE, { results: { [key]: result } }), source, side).probability;
        const [plus, none, minus] = [at("positive"), at("removed"), at("negative")];
        expect(plus).toBeGreaterThanOrEqual(none - 1e-12);
        expect(minus).toBeLessThanOrEqual(none + 1e-12);
      }),
      { numRuns: runs(300) },
    );
  });

  it("supposing changes the answer and never the record", () => {
    const exam = examOf([0, 1, 2], {});
    const state = exam.state();
    const before = JSON.stringify(readExam(state).sources.map(({ probability }) => probability));
    const events = exam.events.length;
    readExam(state, SHIPPED_EVIDENCE, { dependence: 0, starts: { "sacroiliac right": 0.9 } });
    expect(JSON.stringify(readExam(state).sources.map(({ probability }) => probability))).toBe(before);
    expect(exam.events).toHaveLength(events);
  });

  it("no source moves without a figure", () => {
    fc.assert(
      fc.property(some, (indexes) => {
        const bare: EvidenceSet = { ...SHIPPED_EVIDENCE, version: "bare", records: [], rules: [] };
        for (const one of readExam(examOf(indexes, {}).state(), bare).sources) {
          expect(one.probability).toBeCloseTo(one.start.mean, 12);
          expect(one.figured).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("with ρ = 0 and no rule every source is its naive product", () => {
    const none = {
      "cervical-root": "none",
      hip: "none",
      "deep-gluteal": "none",
      "lumbar-passive-restraint": "none",
      "lumbar-muscular-control": "none",
      "spinal-cord": "none",
    };
    fc.assert(
      fc.property(some, (indexes) => {
        const exam = examOf(indexes, { dependence: 0, preferredRule: "none", rules: none });
        for (const one of readExam(exam.state()).sources) expect(one.probability).toBeCloseTo(one.naive, 12);
      }),
      { numRuns: 100 },
    );
  });

  it("a test that is retracted is as if it never happened, for every source", () => {
    fc.assert(
      fc.property(some, fc.nat(), (chosen, pick) => {
        /** A rating at rest is an event of its own and stays when the test after it is taken back. */
        const indexes = chosen.filter((index) => !everyWay[index]!.atRest);
        fc.pre(indexes.length > 0);
        const at = pick % indexes.length;
        const exam = examOf(indexes, {});
        exam.add("event-retracted", { event: exam.state().runs[at]!.startedBy, reason: "" });
        const without = examOf(
          indexes.filter((_, index) => index !== at),
          {},
        );
        const said = (one: ExamBuilder) =>
          readExam(one.state()).sources.map(({ source, side, probability, wording }) => [
            source,
            side,
            probability.toFixed(10),
            wording.word,
          ]);
        expect(said(exam).filter(([, , , word]) => word !== "not examined")).toEqual(
          said(without).filter(([, , , word]) => word !== "not examined"),
        );
      }),
      { numRuns: 60 },
    );
  });

  it("the order of different tests does not matter", () => {
    fc.assert(
      fc.property(some, (indexes) => {
        const plain = indexes.filter((index) => !everyWay[index]!.atRest);
        const values = (list: readonly number[]) =>
          readExam(examOf(list, {}).state()).sources.map(({ probability }) => probability.toFixed(10));
        expect(values(plain.toReversed())).toEqual(values(plain));
      }),
      { numRuns: 60 },
    );
  });

  it("an interval narrows as the study's counts grow", () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 20 }), fc.integer({ min: 3, max: 20 }), (right, wrong) => {
        const width = (factor: number) => {
          const record = {
            ...SHIPPED_EVIDENCE.records.find(({ id }) => id === "slump.majlesi-2008")!,
            counts: { tp: 20 * factor, fn: wrong * factor, fp: wrong * factor, tn: (20 + right) * factor },
          };
          const evidence: EvidenceSet = { ...SHIPPED_EVIDENCE, version: `x${factor}`, records: [record], rules: [] };
          const exam = buildExam().complaint("lateral-calf.right");
          recordCase(exam, oneOf("slump", "positive"));
          const { recipe } = sourceIn(readExam(exam.state(), evidence), "lower-lumbosacral-root", "right");
          const start = { ...recipe.start, equivalentPeople: 50_000 };
          const { p95 } = spreadOf({ ...recipe, start }, [0, 1], createDrawBook(3000, evidence));
          return p95[1] - p95[0];
        };
        expect(width(25)).toBeLessThan(width(1));
      }),
      { numRuns: 12 },
    );
  });

  it("holds its point answer within the band of its own assumptions", () => {
    fc.assert(
      fc.property(some, (indexes) => {
        for (const { recipe, probability } of readExam(examOf(indexes, {}).state()).sources) {
          const { dependence, start } = sensitivityBand(recipe);
          expect(dependence[0]).toBeLessThanOrEqual(probability + 1e-12);
          expect(dependence[1]).toBeGreaterThanOrEqual(probability - 1e-12);
          expect(start[0]).toBeLessThan(probability);
          expect(start[1]).toBeGreaterThan(probability);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("lists families by what matters most, and never calls cord, artery or ligament unlikely", () => {
    fc.assert(
      fc.property(some, (indexes) => {
        const reading = readExam(examOf(indexes, {}).state());
        const { families, notExamined } = examinedByFamily(reading);
        const listed = families.flatMap(({ sources }) => sources.flatMap(({ rows }) => rows));
        expect(listed.length + notExamined.length).toBe(reading.sources.length);
        for (const { source, wording } of listed)
          if ("neverUnlikely" in SOURCES[source])
            expect(["unlikely", "leaning against", "not suggested"]).not.toContain(wording.word);
      }),
      { numRuns: 60 },
    );
  });
});

describe("a dependence of one group alone", () => {
  it("moves that group and no other", () => {
    const of = (groupDependence: Record<string, number>) => {
      const exam = buildExam({ settings: { preferredRule: "none", groupDependence } }).complaint(
        "si-area.right",
        "lateral-calf.right",
      );
      exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"] });
      exam.run({ test: "si-distraction", response: "familiar", felt: ["si-area.right"] });
      recordCase(exam, oneOf("slump", "positive"));
      const reading = readExam(exam.state());
      return [
        sourceIn(reading, "sacroiliac", "right").probability,
        sourceIn(reading, "lower-lumbosacral-root", "right").probability,
      ];
    };
    const start = sourceIn(
      readExam(buildExam().complaint("si-area.right", "lateral-calf.right").state()),
      "sacroiliac",
      "right",
    ).start.mean;
    expect(of({})[0]).toBeCloseTo(of({ "sacroiliac-provocation": 0.5 })[0]!, 12);
    const odds = (start / (1 - start)) * 3.2 * 2.8;
    expect(of({ "sacroiliac-provocation": 0 })[0]).toBeCloseTo(odds / (1 + odds), 9);
    expect(of({ "sacroiliac-provocation": 0 })[1]).toBe(of({})[1]);
  });
});
