import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { canonicalJson, portableSha256 } from "../base";
import { FIRST_EVIDENCE, SHIPPED_EVIDENCE } from "../evidence";
import { CARE_SETTINGS, EVIDENCE, qualityOf, RULES, STARTS } from "../knowledge";
import { FIRST_READING_SETTINGS, type ReadingSettings } from "../record";
import type { Place, SourceId } from "../vocabulary";
import { combine, type RuleItem } from "./combine";
import { DRAWINGS } from "./drawing";
import { createDrawBook, spreadOf } from "./draws";
import { logit, probabilityOf } from "./odds";
import { pooledId } from "./pooled";
import { normal, seeded } from "./random";
import { readExam, sourceIn } from "./reading";
import { besideRule } from "./rule-beside";
import { posttest } from "./likelihood-ratio";
import { ratiosOf } from "./figures";
import { restsOn } from "./rests-on";
import { startOf } from "./starting";
import { wordFor } from "./words";

/** The figures that ship today, against what their studies print and what they may do to a reading. */

const record = (id: string) => EVIDENCE.find((one) => one.id === id)!;
const LIMIT = Math.log(30);
const meanOf = (draws: Float64Array) => draws.reduce((sum, value) => sum + value, 0) / draws.length;
const sdOf = (draws: Float64Array) => {
  const mean = meanOf(draws);
  return Math.sqrt(draws.reduce((sum, value) => sum + (value - mean) ** 2, 0) / draws.length);
};
const onLimit = (draws: Float64Array) =>
  draws.reduce((count, value) => count + (Math.abs(value) >= LIMIT - 1e-9 ? 1 : 0), 0) / draws.length;

describe("the figures of the studies", () => {
  it.each([
    ["straight-leg-raise.van-der-windt-2010", 1.28, 0.29],
    ["crossed-leg-raise.van-der-windt-2010", 2.8, 0.8],
    ["straight-leg-raise.majlesi-2008", 4.87, 0.53],
    ["slump.majlesi-2008", 5.19, 0.19],
    ["slump.urban-2015", 3.03, 0.13],
    ["repeated-movements.hancock-2007", 2.8, 0.64],
    ["gaenslen.laslett-2005", 2.0, 0.66],
    ["passive-lumbar-extension.kasai-2006", 8.84, 0.17],
    ["ulnt-1.apelby-albrecht-2013", 3.31, 0.23],
    ["ulnt-2a.apelby-albrecht-2013", 2.63, 0.46],
    ["ulnt-2b.apelby-albrecht-2013", 1.71, 0.76],
    ["ulnt-3.apelby-albrecht-2013", 5.71, 0.33],
    ["seated-piriformis.martin-2014", 5.22, 0.53],
    ["active-piriformis.martin-2014", 3.9, 0.27],
    ["prone-instability.hicks-2005", 1.7, 0.48],
  ])("%s has the ratios %f and %f", (id, positive, negative) => {
    const { lrPositive, lrNegative } = ratiosOf(record(id));
    expect(lrPositive).toBeCloseTo(positive, 1);
    expect(lrNegative).toBeCloseTo(negative, 1);
  });

  it.each([
    ["foraminal-compression-variant-a", [1.6, 7.5], [0.36, 0.94]],
    ["foraminal-compression-variant-b", [1.0, 3.6], [0.42, 1.1]],
    ["shoulder-abduction-relief", [0.55, 8.0], [0.73, 1.1]],
    ["valsalva", [0.97, 12.6], [0.64, 1.1]],
    ["neck-distraction", [1.8, 11.1], [0.4, 0.9]],
    ["ulnt-1", [1.1, 1.5], [0.01, 1.9]],
    ["ulnt-2b", [0.77, 1.5], [0.37, 1.9]],
    ["neck-rotation", [1.3, 2.4], [0.06, 0.85]],
  ])("%s of the four-item study is drawn from the printed intervals of its ratios", (test, positive, negative) => {
    const one = record(`${test}.wainner-2003`);
    expect([one.lrPositive95, one.lrNegative95]).toEqual([positive, negative]);
    expect(ratiosOf(one).uncertainty).toBe("ratio's interval");
  });

  it("those that a review or a design speaks against are off, and say why", () => {
    const off = EVIDENCE.filter((one) => one.off).map(({ id }) => id);
    expect(off.toSorted()).toEqual(
      [
        "faber.broadhurst-1998",
        "flexion-rotation.ogince-2007",
        "alar-right.kaale-2008",
        "alar-left.kaale-2008",
        "transverse.kaale-2008",
        "dorsiflexion-sign.homayouni-2018",
        "prone-lift.suri-2011",
        "quadrant.laslett-2006",
        "active-straight-leg-raise.mens-2001",
        "one-leg-lift.levangie-1999",
      ].toSorted(),
    );
  });

  it("a pooled figure counts before a single study of the same test", () => {
    const pooled = ["van-der-windt-2010", "hancock-2007"];
    for (const one of EVIDENCE.filter(({ citation }) => pooled.includes(citation))) {
      expect(one.alternative, one.id).toBeUndefined();
      const beside = EVIDENCE.filter(
        ({ id, test, source, off }) => id !== one.id && test === one.test && source === one.source && !off,
      );
      expect(beside.length).toBeGreaterThan(0);
      expect(beside.every(({ alternative }) => alternative)).toBe(true);
    }
  });

  it("every study behind a record, a rule or a pooled figure has its four letters and a reason", () =>
    forEvery(
      [...EVIDENCE, ...RULES, ...RULES.flatMap(({ id, pooled }) => (pooled ? [{ id, ...pooled }] : []))],
      (one) => {
        const quality = qualityOf(one.citation)!;
        expect(quality.letters.join("")).toMatch(/^[LHU]{4}$/);
        expect(quality.because.length).toBeGreaterThan(20);
        if (quality.letters.includes("H")) expect(quality.weaknesses.length).toBeGreaterThan(0);
      },
    ));

  it("every rule that was tried on no other people says so", () => {
    const validated = ["si-five-test", "cervical-root-upper-limb", "deep-gluteal"];
    expect(RULES.filter(({ derivationOnly }) => !derivationOnly).map(({ id }) => id)).toEqual(validated);
  });
});

describe("the version that first shipped", () => {
  it("is as it was, to the last digit", () => {
    const { records, rules, starts } = FIRST_EVIDENCE;
    expect(portableSha256(canonicalJson({ records, rules, starts }))).toBe(PINNED);
    expect([records.length, rules.length, starts.length]).toEqual([40, 11, 10]);
  });

  it("has no id that today's lacks, so a clinic's change of one can follow", () => {
    const idsOf = (set: typeof FIRST_EVIDENCE) => [...set.records, ...set.rules, ...set.starts].map(({ id }) => id);
    const today = new Set(idsOf(SHIPPED_EVIDENCE));
    expect(idsOf(FIRST_EVIDENCE).filter((id) => !today.has(id))).toEqual([]);
  });

  it("is what an examination that names no version is read under", () => {
    const exam = buildExam({ first: true }).complaint("lateral-calf.right");
    const run = exam.start("slump", "right");
    for (const stage of ["slouch", "chin", "overpressure", "back-press", "knee", "dorsiflex", "ankle-press"])
      exam.record(run, { stage, response: "nothing" });
    const state = exam.state();
    const then = sourceIn(readExam(state), "lower-lumbosacral-root", "right");
    expect([then.start.mean, then.wording.word]).toEqual([0.15, "unlikely"]);
    expect(then.probability).toBeCloseTo(0.0329, 3);
    const now = sourceIn(readExam(state, SHIPPED_EVIDENCE), "lower-lumbosacral-root", "right");
    expect(now.probability).toBeCloseTo(0.1872, 3);
    expect(now.wording.word).toBe("leaning against");
  });
});
const PINNED = "1037bf09fadba9f0caa320fc8ca6fa01d4b1404f69919355eb82403a6f9de445";

describe("draws of today's figures", () => {
  const book = createDrawBook();

  it("less than a quarter of the draws of any record lie on the limit", () =>
    forEvery(EVIDENCE, ({ id }) => {
      const { positive, negative } = book.record(id);
      for (const draws of [positive, negative]) if (draws) expect(onLimit(draws)).toBeLessThan(0.25);
    }));

  it("of no rule's figure more than a third lie on it", () =>
    forEvery(
      RULES.flatMap(({ id, pooled }) => [id, ...(pooled ? [pooledId(id)] : [])]).map((id) => ({ id })),
      ({ id }) => {
        for (const draws of book.table(id)) expect(onLimit(draws)).toBeLessThan(1 / 3);
      },
    ));

  it("30.3 (1.7 to 538.2) is drawn around 2.42 with a deviation of 1.24", () => {
    const random = seeded("printed");
    const raw = Float64Array.from({ length: 20_000 }, () => Math.log(30.3) + 1.4687 * normal(random));
    const drawn = DRAWINGS["with a weak prior"].ratio(raw).toSorted();
    /** The mean and one deviation below it; above, a fifth of them lie on the limit. */
    expect(drawn[10_000]!).toBeCloseTo(2.42, 1);
    expect(drawn[Math.round(20_000 * 0.1587)]!).toBeCloseTo(2.42 - 1.24, 1);
    expect(onLimit(drawn)).toBeGreaterThan(0.15);
  });

  it("a sparse record's interval is wider than that of the same shares from ten times the people", () => {
    const width = (factor: number) => {
      const one = record("thigh-thrust.laslett-2005");
      const counts = Object.fromEntries(
        Object.entries(one.counts!).map(([cell, people]) => [cell, people * factor]),
      ) as NonNullable<typeof one.counts>;
      const draws = createDrawBook(4000, {
        ...SHIPPED_EVIDENCE,
        version: `x${factor}`,
        records: [{ ...one, counts }],
      }).record(one.id).positive!;
      return sdOf(draws);
    };
    expect(width(1)).toBeGreaterThan(2 * width(10));
  });

  it("a low start has its median near its mean, and starts from 0.1 to 0.9 are as they were", () => {
    const recipe = (mean: number) => ({
      start: { id: `s${mean}`, mean, equivalentPeople: 20 },
      groups: [],
      dependence: 0.5,
    });
    for (const mean of [0.003, 0.01, 0.03, 0.05]) {
      const { median } = spreadOf(recipe(mean), [0, 1], book);
      expect(median / mean).toBeGreaterThan(0.8);
      expect(median / mean).toBeLessThan(1.2);
    }
    const first = createDrawBook(undefined, FIRST_EVIDENCE);
    for (const mean of [0.1, 0.25, 0.5, 0.9])
      expect(spreadOf(recipe(mean), [0, 1], book)).toEqual(spreadOf(recipe(mean), [0, 1], first));
  });

  it("neighbours of a rule that cross are drawn to their middle, not up to the higher", () => {
    const [today, first] = [SHIPPED_EVIDENCE, { ...SHIPPED_EVIDENCE, drawn: "as first shipped" as const }].map((set) =>
      createDrawBook(8000, set).table("cervical-root-four-item").at(-1)!,
    ) as [Float64Array, Float64Array];
    expect(Math.min(...today)).toBeLessThan(Math.min(...first));
  });
});

describe("what today's figures come to", () => {
  it("four-item rule from 0.23: all four, and none", () => {
    const item = (positive: number, members: readonly (readonly [string, number])[]): RuleItem => ({
      kind: "rule",
      id: "cervical-root-four-item",
      group: "upper-limb-neural",
      memberGroups: [["u"], ["r"], ["d", "c"]].map((group) =>
        members
          .filter(([name]) => group.includes(name))
          .map(([name, ratio]) => ({
            kind: "single" as const,
            id: name,
            group: "neck-range" as const,
            record: name,
            positive: ratio > 1,
            printed: Math.log(ratio),
            value: Math.log(ratio),
          })),
      ),
      share: 1,
      begun: true,
      low: { value: Math.log(positive === 4 ? 10 : 0.1), entry: 0 },
      high: { value: Math.log(positive === 4 ? 10 : 0.1), entry: 0 },
    });
    const read = (rule: RuleItem, memberWeight: number) =>
      combine({
        start: { id: "s", mean: 0.23, equivalentPeople: 20 },
        groups: [[rule]],
        dependence: 0.5,
        memberWeight,
      });
    const all = item(4, [
      ["u", 1.3],
      ["r", 1.8],
      ["d", 4.4],
      ["c", 3.5],
    ]);
    const none = item(0, [
      ["u", 0.12],
      ["r", 0.23],
      ["d", 0.62],
      ["c", 0.58],
    ]);
    expect(read(all, 0)).toBeCloseTo(0.7492, 4);
    expect(read(all, 0.5)).toBeCloseTo(0.8057, 4);
    expect(read(none, 0)).toBeCloseTo(0.029, 4);
    expect(read(none, 0.5)).toBeCloseTo(0.0105, 4);
  });

  it("a rule's published ratio is held to ten before the hold, and that is said", () => {
    const exam = buildExam({ region: "neck-arm", birthDate: "1960-01-01" }).complaint("neck.central");
    exam.add("neuro-recorded", {
      findings: [
        { kind: "upper-motor", level: "gait", side: null, value: 1 },
        { kind: "upper-motor", level: "hoffmann", side: "right", value: 1 },
        { kind: "upper-motor", level: "babinski", side: "right", value: 1 },
      ],
    });
    const cord = sourceIn(readExam(exam.state()), "spinal-cord", null);
    expect(cord.preferred?.ratio).toBe(30.9);
    expect(cord.probability).toBeCloseTo(posttest(0.003, 10), 9);
    expect(cord.steps[0]).toMatchObject({ printed: expect.closeTo(30.9, 9), counted: expect.closeTo(10, 9) });
    expect(cord.steps[0]!.remark).toContain("counts for 10.0 at most");
    const published = readExam({ ...exam.state(), settings: { ...exam.state().settings!, ruleRatioLimit: 1000 } });
    expect(sourceIn(published, "spinal-cord", null).probability).toBeCloseTo(posttest(0.003, 30.9), 9);
  });

  it("a met sacroiliac rule counts with the pooled figure, and with its own where that is chosen", () => {
    const read = (settings: Partial<ReadingSettings>) => {
      const exam = buildExam({ settings }).complaint("si-area.right");
      for (const test of ["si-distraction", "thigh-thrust", "si-compression"] as const)
        exam.run({ test, side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 26 });
      const reading = readExam(exam.state());
      return besideRule(sourceIn(reading, "sacroiliac", "right"), reading)!.rule;
    };
    expect(read({})).toBeCloseTo(posttest(0.3, 2.44), 6);
    expect(read({ ruleFigures: "own" })).toBeCloseTo(posttest(0.3, 4.0159), 4);
  });

  it("says which studies a probability rests on, the weakest first", () => {
    const exam = buildExam().complaint("si-area.right");
    exam.run({
      test: "thigh-thrust",
      side: "right",
      response: "familiar",
      felt: ["si-area.right"],
      intensity: 6,
      kgf: 26,
    });
    const reading = readExam(exam.state());
    expect(restsOn(sourceIn(reading, "sacroiliac", "right"), reading.evidence).map(({ citation }) => citation)).toEqual(
      ["saueressig-2021", "laslett-2005"],
    );
  });

  it("calls a low probability raised once the tests have doubled it", () => {
    const settings = { likelyFrom: 0.8, unlikelyTo: 0.1 };
    const word = (start: number, probability: number) =>
      wordFor({ probability, start, evidence: logit(probability) - logit(start), neverUnlikely: false }, settings).word;
    expect(word(0.01, 0.074)).toBe("raised, still low");
    expect(word(0.03, 0.09)).toBe("raised, still low");
    expect(word(0.03, 0.05)).toBe("low from the start, hardly moved");
    for (let start = 0.005; start <= 0.1; start += 0.005)
      for (let to = 0.001; to <= 0.1; to += 0.001) {
        const said = word(start, to);
        if (said === "low from the start, hardly moved") expect(to).toBeLessThan(2 * start);
        if (said === "raised, still low") expect(to).toBeGreaterThanOrEqual(2 * start);
      }
  });

  it("lists the negatives of a source that still speaks for itself", () => {
    const exam = buildExam().complaint("groin.right");
    exam.add("start-set", { source: "hip", side: "right", mean: 0.9, equivalentPeople: 20, reason: "as given" });
    for (const test of ["active-hip-flexion", "scour", "active-hip-extension"] as const)
      exam.run({ test, side: "right", response: "nothing" });
    const hip = sourceIn(readExam(exam.state()), "hip", "right");
    expect(hip.against.join(" ")).toContain("negative");
  });
});

describe("pre-test probabilities", () => {
  const BIRTHS = { young: "1996-01-01", middle: "1976-01-01", older: "1950-01-01" } as const;
  const startAt = (
    source: SourceId,
    place: Place,
    careSetting: (typeof CARE_SETTINGS)[number],
    birthDate: string = BIRTHS.middle,
  ) => {
    const exam = buildExam({ settings: { careSetting }, birthDate }).complaint(place);
    const state = exam.state();
    const side =
      source === "lumbar-disc" || source.startsWith("lumbar-p") || source.startsWith("lumbar-m") ? null : "right";
    return startOf(state, source, side, state.settings!, SHIPPED_EVIDENCE);
  };

  it.each([
    ["lower-lumbosacral-root", "lateral-calf.right", "primary care", 0.55],
    ["lower-lumbosacral-root", "lateral-calf.right", "referred", 0.5],
    ["lower-lumbosacral-root", "posterior-thigh.right", "primary care", 0.15],
    ["lower-lumbosacral-root", "posterior-thigh.right", "referred", 0.15],
    ["sacroiliac", "si-area.right", "primary care", 0.3],
    ["sacroiliac", "si-area.right", "referred", 0.45],
    ["sacroiliac", "low-back.right", "primary care", 0.18],
    ["sacroiliac", "low-back.right", "referred", 0.18],
    ["cervical-root", "radial-forearm.right", "primary care", 0.23],
    ["hip", "groin.right", "primary care", 0.29],
    ["lumbar-muscular-control", "low-back.right", "primary care", 0.33],
    ["lumbar-passive-restraint", "low-back.right", "referred", 0.31],
    ["lumbar-passive-restraint", "low-back.right", "primary care", 0.05],
  ] as const)("%s, %s, %s: %f", (source, place, setting, mean) =>
    expect(startAt(source, place, setting).mean).toBe(mean),
  );

  it.each([
    ["lumbar-disc", "young", 0.42],
    ["lumbar-disc", "middle", 0.42],
    ["lumbar-disc", "older", 0.1],
    ["lumbar-facet", "young", 0.15],
    ["lumbar-facet", "middle", 0.31],
    ["lumbar-facet", "older", 0.4],
  ] as const)("%s in %s people: %f", (source, age, mean) =>
    expect(startAt(source, "low-back.right", "primary care", BIRTHS[age]).mean).toBe(mean),
  );

  it("ligaments of the upper neck start from next to nothing, and from more where a disease weakens them", () => {
    const exam = buildExam({ region: "neck-arm" }).complaint("neck.right");
    const at = (source: SourceId) =>
      startOf(
        exam.state(),
        source,
        source === "alar-ligament" ? "right" : null,
        exam.state().settings!,
        SHIPPED_EVIDENCE,
      ).mean;
    expect([at("alar-ligament"), at("transverse-ligament")]).toEqual([0.003, 0.003]);
    exam.add("guard-answered", { question: "upper-neck-risk", answer: "yes" });
    expect([at("alar-ligament"), at("transverse-ligament")]).toEqual([0.05, 0.05]);
  });

  it("every one says of whom it is, from which study, or that there is none; and what no study knows", () =>
    forEvery(STARTS, ({ citation, standing, population, remark, when }) => {
      expect(population.length).toBeGreaterThan(20);
      if (standing === "none") expect(population).toMatch(/set by the clinic|an assumption/);
      else if (standing === "published") expect(citation).toBeDefined();
      if (when?.age) expect(remark).toMatch(/limit is ours/);
    }));

  it("a known figure counts from the same start under the settings of before", () =>
    expect(FIRST_READING_SETTINGS).not.toHaveProperty("careSetting"));

  it("one raise takes 0.15 to 0.18, and centralising takes 0.42 to 0.67", () => {
    expect(posttest(0.15, ratiosOf(record("straight-leg-raise.van-der-windt-2010")).lrPositive!)).toBeCloseTo(0.184, 3);
    expect(posttest(0.42, ratiosOf(record("repeated-movements.hancock-2007")).lrPositive!)).toBeCloseTo(0.67, 2);
    expect(probabilityOf(logit(0.15))).toBeCloseTo(0.15, 9);
  });
});
