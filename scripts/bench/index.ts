import { browserRows } from "./browser";
import { runCalibration } from "./calibration";
import { clinicRows } from "./clinic";
import { coreRows } from "./core";
import { courseRows } from "./course";
import { deviceRows } from "./devices";
import { edgeRows } from "./edge";
import { endureRows } from "./endure";
import { exchangeRows } from "./exchange";
import { measured, print, type Row } from "./measure";
import { storeRows } from "./store";

const PICTURE = "docs/calibration.svg";

const minutesAsked = (): number => {
  const given = Number(process.argv[process.argv.indexOf("--endure") + 1]);
  return Number.isFinite(given) && given > 0 ? given : 10;
};

/** The parts, in the order in which they are printed; one that is asked for only by name is left out otherwise. */
const PARTS: readonly (readonly [
  part: string,
  rows: () => readonly Row[] | Promise<readonly Row[]>,
  always: boolean,
])[] = [
  ["core", coreRows, true],
  ["course", courseRows, true],
  ["store", storeRows, true],
  ["edge", edgeRows, true],
  ["clinic", clinicRows, true],
  /** Ten minutes. */
  ["endure", () => endureRows(minutesAsked()), false],
  ["exchange", exchangeRows, true],
  ["devices", deviceRows, true],
  ["browser", browserRows, true],
];

async function bench(): Promise<void> {
  if (process.argv.includes("--calibration")) return runCalibration(PICTURE);
  const asked = (part: string) =>
    process.argv.includes(`--${part}`) || (part === "core" && process.argv.includes("--quick"));
  const some = PARTS.some(([part]) => asked(part));
  const rows: Row[] = [];
  for (const [part, of, always] of PARTS)
    if (some ? asked(part) : always) rows.push(...(await measured(`the part "${part}"`, of)));
  print(rows);
  process.exitCode = rows.every(({ ok }) => ok) ? 0 : 1;
}

void bench();
