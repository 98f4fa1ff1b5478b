import { browserRows } from "./browser";
import { runCalibration } from "./calibration";
import { clinicRows } from "./clinic";
import { coreRows } from "./core";
import { courseRows } from "./course";
import { edgeRows } from "./edge";
import { print } from "./measure";
import { storeRows } from "./store";

const PICTURE = "docs/calibration.svg";

async function bench(): Promise<void> {
  if (process.argv.includes("--calibration")) return runCalibration(PICTURE);
  const only = (part: string) => process.argv.includes(`--${part}`);
  const all = !["core", "course", "store", "browser", "edge", "clinic"].some(only);
  const rows = [
    ...(all || only("core") ? coreRows() : []),
    ...(all || only("course") ? courseRows() : []),
    ...(all || only("store") ? storeRows() : []),
    ...(all || only("edge") ? await edgeRows() : []),
    ...(all || only("clinic") ? await clinicRows() : []),
    ...(all || only("browser") ? await browserRows() : []),
  ];
  print(rows);
  process.exitCode = rows.every(({ ok }) => ok) ? 0 : 1;
}

void bench();
