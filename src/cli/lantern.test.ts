import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { examFileText, exportExam } from "@/server/exchange/exchange";
import { fingerprintOf, publicKeyOf } from "@/server/store/signing-key";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { run } from "./lantern";

let out = "";
let err = "";
beforeEach(() => {
  out = err = "";
  vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean((out += String(text))));
  vi.spyOn(process.stderr, "write").mockImplementation((text) => Boolean((err += String(text))));
});
afterEach(() => {
  vi.restoreAllMocks();
  delete process.env.DUST_LANTERN_DB;
});

const fileWith = (content: string): string => {
  const path = temporaryPath().replace(".sqlite", ".json");
  writeFileSync(path, content);
  return path;
};
const sample = () => {
  const store = sampleStore();
  process.env.DUST_LANTERN_DB = store.path;
  const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
  for (const test of ["si-distraction", "thigh-thrust", "si-compression"] as const)
    exam.run({ test, side: "right", response: "familiar", felt: ["si-area.right"] });
  const id = storeExam(store, exam);
  return { store, id, file: fileWith(examFileText(exportExam(store, id, NOW))) };
};

describe("lantern verify", () => {
  it("names who signed a file, a picture code and an anchor, and finds what was changed after", () => {
    const { store, file } = sample();
    const own = fingerprintOf(publicKeyOf(store));
    expect(run(["verify", file])).toBe(0);
    expect(out).toContain(`signed by this database (${own})`);
    out = "";
    const changed = fileWith(readFileSync(file, "utf8").replace(NOW, NOW.replace("2026", "2025")));
    expect(run(["verify", changed])).toBe(1);
    expect(out).toContain(`Changed after it was signed with the key ${own}`);
    out = "";
    process.env.DUST_LANTERN_DB = temporaryPath();
    expect(run(["verify", file])).toBe(0);
    expect(out).toContain(`signed by the database with the key ${own}`);
    process.env.DUST_LANTERN_DB = store.path;
    out = "";
    run(["anchor"]);
    const { signed } = JSON.parse(out) as { signed: string };
    out = "";
    expect(run(["verify", "--code", signed])).toBe(0);
    expect(out).toContain(`signed by this database (${own})`);
    expect(run(["verify", "--code", signed.replace("anchor", "anchors")])).toBe(1);
    expect(run(["verify", "--code", "dust-lantern 41 abc"])).toBe(2);
    const { signature: _none, ...early } = JSON.parse(readFileSync(file, "utf8")) as { signature: object };
    err = "";
    expect(run(["verify", fileWith(JSON.stringify(early))])).toBe(0);
    expect(err).toContain("has no signature");
  });

  it("makes no store by looking for one, and says that nothing could be checked", () => {
    const missing = temporaryPath();
    process.env.DUST_LANTERN_DB = missing;
    expect(run(["verify"])).toBe(3);
    expect(err).toContain(`There is no store at ${missing}`);
    expect(existsSync(missing)).toBe(false);
  });

  it("names an exam that was taken off the list or handed to another person", () => {
    const { store, id } = sample();
    store.sqlite.exec("PRAGMA foreign_keys = OFF; DELETE FROM exams");
    expect(run(["verify"])).toBe(1);
    expect(out).toContain(`${id}: The exam is missing from the list of exams`);
    expect(err).toContain("3 records verified, 1 broken.");
  });

  it("says of a damaged file that it could not be checked", () => {
    const { store } = sample();
    store.sqlite.pragma("wal_checkpoint(TRUNCATE)");
    store.sqlite.close();
    const bytes = readFileSync(store.path);
    bytes.fill(0x5a, 4096 * 3, 4096 * 9);
    writeFileSync(store.path, bytes);
    expect(run(["verify"])).toBe(3);
    expect(`${out}${err}`).not.toContain("    at ");
    expect(`${out}${err}`.length).toBeGreaterThan(20);
  });
});

describe("lantern list", () => {
  it("gives the ids that the other commands take, without names", () => {
    const { id } = sample();
    expect(run(["list"])).toBe(0);
    expect(out).toMatch(new RegExp(`^${id}  DL-\\d{4}  2026-03-02  lumbopelvic +3 runs  open\n$`));
    expect(err).toContain("1 exam in ");
    out = "";
    expect(run(["list", "--json"])).toBe(0);
    expect(JSON.parse(out)).toMatchObject([{ id, runs: 3, signed: null, opened: "2026-03-02T09:00:00.000Z" }]);
    expect(out).not.toContain("Quill");
    expect(run(["verify", id])).toBe(0);
  });
});

describe("lantern accuracy", () => {
  it("prints the table's figures as JSON", () => {
    expect(run(["accuracy", "--tp", "23", "--fn", "4", "--fp", "7", "--tn", "26", "--pretest", "0.25"])).toBe(0);
    const found = JSON.parse(out) as Record<string, number>;
    expect(Object.keys(found)).toEqual([
      "sensitivity",
      "specificity",
      "lrPositive",
      "lrPositive95",
      "lrNegative",
      "lrNegative95",
      "posttestPositive",
      "posttestNegative",
    ]);
    expect(found.posttestPositive).toBeCloseTo(0.5724, 4);
    expect(err).toBe("");
  });

  it.each([
    [["--tp", "23x", "--fn", "4", "--fp", "7", "--tn", "26"], "--tp"],
    [["--tp", "-1", "--fn", "4", "--fp", "7", "--tn", "26"], "--tp"],
    [["--tp", "1.5", "--fn", "4", "--fp", "7", "--tn", "26"], "tp"],
    [["--tp", "0", "--fn", "0", "--fp", "7", "--tn", "26"], "sensitivity"],
    [["--tp", "23", "--fn", "4", "--fp", "7", "--tn", "26", "--pretest", "1"], "--pretest"],
    [["--tp", "23"], "--fn"],
  ])("refuses %j with one line and exit 2", (args, says) => {
    expect(run(["accuracy", ...args])).toBe(2);
    expect(err).toContain(says);
    expect(err.trim().split("\n")).toHaveLength(1);
    expect(out).toBe("");
  });
});

describe("lantern read, export, import, verify", () => {
  it("reads a whole exam, under another ρ and rule when asked", () => {
    const { file } = sample();
    expect(run(["read", file])).toBe(0);
    const reading = JSON.parse(out) as {
      sources: {
        side: string;
        word: string;
        probability: number;
        interval95: number[];
        rules: { verdict: string }[];
      }[];
      outcomes: { reason: string }[];
    };
    expect(reading.sources[0]).toMatchObject({ side: "right", word: "leaning towards", firmness: "tentative" });
    expect(reading.sources[0]!.probability).toBeCloseTo(0.6078, 4);
    expect(reading.sources[0]!.interval95[0]).toBeLessThan(0.32);
    expect(reading.outcomes.every(({ reason }) => reason.length > 0)).toBe(true);
    out = "";
    run(["read", file, "--rho", "0", "--rule", "none"]);
    expect((JSON.parse(out) as typeof reading).sources[0]!.probability).toBeCloseTo(0.8942, 4);
  });

  it("exports what it imports", () => {
    const { id } = sample();
    expect(run(["export", id])).toBe(0);
    const file = fileWith(out);
    process.env.DUST_LANTERN_DB = temporaryPath();
    out = "";
    expect(run(["import", file])).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ exam: id, already: 0 });
    out = "";
    expect(run(["export", id, "--csv"])).toBe(0);
    expect(out.split("\r\n")[0]).toContain("tested_side");
  });

  it("verifies the store and a file, and exits 1 on a finding that it names", () => {
    const { store, id, file } = sample();
    expect([run(["verify"]), run(["verify", id]), run(["verify", file])]).toEqual([0, 0, 0]);
    store.sqlite.exec(
      "DROP TRIGGER stream_events_no_delete; DELETE FROM stream_events WHERE seq = (SELECT max(seq) FROM stream_events)",
    );
    out = "";
    expect(run(["verify", id])).toBe(1);
    expect(out).toMatch(new RegExp(`^${id}: Event \\d+ is missing from the end`));
  });

  it.each([
    [["read", "/nowhere/exam.json"], "cannot be read"],
    [["read", "FILE"], "not whole JSON"],
    [["read", "GOOD", "--rho", "2"], "--rho"],
    [["read", "GOOD", "--rule", "nine-test"], "is not a rule"],
    [["export", "no-such-exam"], "no exam no-such-exam"],
    [["verify", "no-such-exam"], "no exam no-such-exam"],
    [["shine"], "unknown command"],
  ])("%j: exit 2, one line, no stack", (args, says) => {
    const { file } = sample();
    const bad = fileWith("{ half");
    expect(run(args.map((arg) => (arg === "FILE" ? bad : arg === "GOOD" ? file : arg)))).toBe(2);
    expect(err).toContain(says);
    expect(err).not.toMatch(/\n\s+at /);
    expect(err.trim().split("\n")).toHaveLength(1);
  });

  it.each([
    "accuracy",
    "read",
    "export",
    "import",
    "verify",
    "demo",
    "list",
    "catalogue",
    "plan",
    "simulate",
    "change",
  ])("%s --help explains itself", (command) => {
    expect(run([command, "--help"])).toBe(0);
    expect(out).toContain(`lantern ${command}`);
  });
});

describe("lantern plan, simulate and change", () => {
  const planned = () => fileWith(examFileText(exportExam(...calf())));
  const calf = () => {
    const store = sampleStore();
    const id = storeExam(store, buildExam().complaint("posterior-calf.right", "lateral-foot.right"));
    return [store, id, NOW] as const;
  };

  it("prints questions, blocks each position once, costs beside everything, and what is left out", () => {
    expect(run(["plan", planned()])).toBe(0);
    const plan = JSON.parse(out) as {
      questions: { source: string; settledBy: string }[];
      blocks: {
        position: string;
        before?: unknown;
        tests: { test: string; role: string; burden: number; when?: string }[];
      }[];
      expected: Record<string, number>;
      everything: Record<string, number>;
      leftOut: { test: string; why: string }[];
    };
    expect(plan.questions[0]).toMatchObject({
      source: "lower-lumbosacral-root",
      side: "right",
      cost: {
        tests: expect.any(Number),
        turns: expect.any(Number),
        minutes: expect.any(Number),
        safetyQuestions: expect.any(Number),
      },
      gainBits: expect.closeTo(0.377, 2),
    });
    expect(plan.blocks.filter(({ before }) => before).map(({ before }) => before)).toEqual([
      [{ is: "neurology", because: expect.stringMatching(/^a symptom in the /), minutes: 4 }],
    ]);
    const positions = plan.blocks.map(({ position }) => position);
    expect(new Set(positions).size).toBe(positions.length);
    expect(plan.blocks.map(({ tests }) => tests[0]!.test).slice(0, 2)).toEqual(["lumbar-range", "seated-piriformis"]);
    expect(plan.blocks.flatMap(({ tests }) => tests).find(({ test }) => test === "dorsiflexion-sign")?.when).toMatch(
      /raise/,
    );
    for (const key of ["tests", "burden", "turns", "minutes", "cost"])
      expect(plan.expected[key]).toBeLessThan(plan.everything[key]!);
    expect(plan.leftOut.every(({ why }) => why !== "")).toBe(true);
  });

  it("examines made-up people by their seed", () => {
    const file = planned();
    expect(run(["simulate", "--complaint", file, "--people", "20", "--seed", "3"])).toBe(0);
    const first = out;
    out = "";
    run(["simulate", "--complaint", file, "--people", "20", "--seed", "3"]);
    expect(out).toBe(first);
    expect(JSON.parse(out)).toMatchObject({
      people: 20,
      seed: "3",
      world: { dependence: 0.4, pretestTimes: 1, evidenceShare: 1 },
    });
    out = "";
    const otherwise = ["--dependence", "0.8", "--pretest-times", "2", "--evidence-share", "0.5"];
    expect(run(["simulate", "--complaint", file, "--people", "5", ...otherwise])).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ world: { dependence: 0.8, pretestTimes: 2, evidenceShare: 0.5 } });
    for (const [name, value] of [
      ["--dependence", "1"],
      ["--pretest-times", "0"],
      ["--evidence-share", "half"],
    ] as const) {
      expect(run(["simulate", "--complaint", file, "--people", "5", name, value])).toBe(2);
      expect(err).toContain(name);
    }
    expect(run(["simulate", "--complaint", file, "--people", "1.5"])).toBe(2);
    expect(err).toContain("--people");
  });

  it("prints a change with its error, and refuses what is no number", () => {
    expect(run(["change", "--before", "42", "--after", "50", "--sem", "2"])).toBe(0);
    expect(JSON.parse(out)).toEqual({ change: 8, mdc: 5.5436, beyond: true, interval95: [2.4564, 13.5436] });
    for (const bad of [
      ["--before", "x", "--after", "50", "--sem", "2"],
      ["--before", "42", "--after", "50", "--sem", "0"],
      ["--before", "42", "--after", "50", "--sem", "2", "--before-trials", "0"],
      ["--before", "42", "--after", "50"],
    ])
      expect(run(["change", ...bad]), bad.join(" ")).toBe(2);
    expect(run(["plan", "/nowhere.json"])).toBe(2);
  });
});
