import { browserRows } from "./browser";
import { runCalibration } from "./calibration";
import { coreRows } from "./core";
import { print } from "./measure";
import { storeRows } from "./store";

const PICTURE = "docs/calibration.svg";

async function bench(): Promise<void> {
  if (process.argv.includes("--calibration")) return runCalibration(PICTURE);
  const only = (part: string) => process.argv.includes(`--${part}`);
  const all = !only("core") && !only("store") && !only("browser");
  const rows = [
    ...(all || only("core") ? coreRows() : []),
    ...(all || only("store") ? storeRows() : []),
    ...(all || only("browser") ? await browserRows() : []),
  ];
  print(rows);
  process.exitCode = rows.every(({ ok }) => ok) ? 0 : 1;
}

void bench();
