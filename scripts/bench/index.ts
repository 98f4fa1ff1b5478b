import { browserRows } from "./browser";
import { runCalibration } from "./calibration";
import { clinicRows } from "./clinic";
import { coreRows } from "./core";
import { courseRows } from "./course";
import { deviceRows } from "./devices";
import { edgeRows } from "./edge";
import { endureRows } from "./endure";
import { exchangeRows } from "./exchange";
import { print } from "./measure";
import { storeRows } from "./store";

const PICTURE = "docs/calibration.svg";

const minutesAsked = (): number => {
  const given = Number(process.argv[process.argv.indexOf("--endure") + 1]);
  return Number.isFinite(given) && given > 0 ? given : 10;
};

async function bench(): Promise<void> {
  if (process.argv.includes("--calibration")) return runCalibration(PICTURE);
  const only = (part: string) => process.argv.includes(`--${part}`);
  const all = !["core", "course", "store", "browser", "edge", "clinic", "devices", "endure", "exchange"].some(only);
  const rows = [
    ...(all || only("core") ? coreRows() : []),
    ...(all || only("course") ? courseRows() : []),
    ...(all || only("store") ? storeRows() : []),
    ...(all || only("edge") ? await edgeRows() : []),
    ...(all || only("clinic") ? await clinicRows() : []),
    /** Ten minutes: only when it is asked for. */
    ...(only("endure") ? await endureRows(minutesAsked()) : []),
    ...(all || only("exchange") ? await exchangeRows() : []),
    ...(all || only("devices") ? await deviceRows() : []),
    ...(all || only("browser") ? await browserRows() : []),
  ];
  print(rows);
  process.exitCode = rows.every(({ ok }) => ok) ? 0 : 1;
}

void bench();
