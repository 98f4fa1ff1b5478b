import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { makeMovement } from "@/fixtures/samples/movements";
import { run } from "./lantern";

let out = "";
let err = "";
beforeEach(() => {
  out = err = "";
  vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean((out += String(text))));
  vi.spyOn(process.stderr, "write").mockImplementation((text) => Boolean((err += String(text))));
});
afterEach(() => vi.restoreAllMocks());

const folder = mkdtempSync(join(tmpdir(), "dust-lantern-measures-"));
let files = 0;
function csv(content: string): string {
  const path = join(folder, `${++files}.csv`);
  writeFileSync(path, content);
  return path;
}
const stream = (seed: string): string =>
  csv(
    `t_ms,angle_deg\n${makeMovement(seed)
      .samples.map(({ t, angle }) => `${t},${angle.toFixed(3)}`)
      .join("\n")}`,
  );

const PAIRS = "first,second\n62,64\n71,70\n55,58\n80,79\n66,69\n74,73\n59,57\n68,71\n77,80\n63,62\n";

describe("lantern agreement", () => {
  it("angles: the worked pairs", () => {
    expect(run(["agreement", "angles", csv(PAIRS)])).toBe(0);
    expect(JSON.parse(out)).toEqual({
      n: 10,
      icc: 0.9628,
      icc95: [0.8657, 0.9905],
      sem: 1.5492,
      sem95: [expect.closeTo(1.066, 3), expect.closeTo(2.828, 3)],
      mdc95: 4.2941,
      bias: -0.8,
      limits: [expect.closeTo(-5.0138, 3), expect.closeTo(3.4138, 3)],
      limits95: [
        [expect.closeTo(-7.7365, 3), expect.closeTo(-2.291, 3)],
        [expect.closeTo(0.691, 3), expect.closeTo(6.1365, 3)],
      ],
    });
  });

  it("verdicts: the worked table, whatever the words and their letters", () => {
    const rows = (first: string, second: string, times: number) => Array<string>(times).fill(`${first},${second}`);
    const text = (yes: string, no: string) =>
      [
        "First, Second",
        ...rows(yes, yes, 18),
        ...rows(yes, no, 4),
        ...rows(no, yes, 3),
        ...rows(no.toUpperCase(), no, 25),
      ].join("\r\n");
    for (const [yes, no] of [
      ["positive", "negative"],
      ["yes", "no"],
      ["1", "0"],
    ] as const) {
      out = "";
      expect(run(["agreement", "verdicts", csv(`\uFEFF${text(yes, no)}\r\n`)])).toBe(0);
      expect(JSON.parse(out)).toEqual({
        n: 50,
        kappa: 0.7145,
        kappa95: [expect.closeTo(0.4874, 3), expect.closeTo(0.8861, 3)],
        pabak: 0.72,
        pabak95: [expect.closeTo(0.4763, 3), expect.closeTo(0.861, 3)],
        positiveAgreement: 0.8372,
        negativeAgreement: 0.8772,
      });
    }
  });

  it.each([
    ["angles", "one,two\n1,2\n", 'has no column "first", "second"'],
    ["angles", "first,second\n1,2\n3,x\n5,6\n", 'row 3 › second: "x" is not a number'],
    ["angles", "first,second\n1,2\n3,\n5,6\n", "row 3 › second: is empty"],
    ["angles", "first;second\n1;2\n", "of 1 person"],
    ["angles", "first,second\n1,2\n", "of 1 person"],
    ["angles", "", "has no column"],
    ["verdicts", "first,second\nyes,\n", "row 2 › second: is empty"],
    ["verdicts", 'first,second\nyes,"no\n', "has a quote that does not end"],
    ["verdicts", "first,second\nyes,yes\n", "all one word"],
  ])("%s of %j says what is wrong and where", (kind, content, sentence) => {
    expect(run(["agreement", kind, csv(content)])).toBe(2);
    expect(err).toContain(sentence);
    expect(out).toBe("");
  });
});

describe("lantern movement and onset", () => {
  it("tells of each file, in the order given", () => {
    const paths = ["one", "two", "three"].map(stream);
    expect(run(["movement", ...paths])).toBe(0);
    const told = JSON.parse(out) as { file: string; end: { angle: number } | null }[];
    expect(told.map(({ file }) => file)).toEqual(paths);
    for (const [index, seed] of ["one", "two", "three"].entries())
      expect(told[index]!.end!.angle).toBeCloseTo(makeMovement(seed).to, -0.5);
    expect(Object.keys(told[0]!)).toEqual(["file", "start", "end", "excursion", "speed", "stoppedInPause"]);
  });

  it("tells the angle of each mark, less the delay", () => {
    const rows = Array.from({ length: 600 }, (_none, index) => `${index * 10},${(index * 0.05).toFixed(2)}`);
    const path = csv(`t_ms,angle_deg\n${rows.join("\n")}`);
    expect(run(["onset", path, "--marks", csv("t_ms\n3300\n90000\n"), "--delay", "300"])).toBe(0);
    expect(JSON.parse(out)).toEqual([{ mark: 3300, t: 3000, angle: 15, speed: 5, error: 0.75, tooQuick: false }, null]);
  });

  it.each([
    [["movement", "nowhere.csv"], "cannot be read"],
    [["movement", csv("t_ms,angle_deg\n0,1\n")], "1 readings"],
    [["onset", csv("t_ms,angle_deg\n0,1\n"), "--marks", csv("t\n1\n")], 'has no column "t_ms"'],
    [["onset", csv("t_ms,angle_deg\n0,1\n"), "--marks", csv("t_ms\n1\n"), "--delay", "soon"], "is not a number"],
  ])("%j: a sentence", (args, sentence) => {
    expect(run(args)).toBe(2);
    expect(err).toContain(sentence);
  });
});
