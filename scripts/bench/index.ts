import { browserRows } from "./browser";
import { coreRows } from "./core";
import { print } from "./measure";
import { storeRows } from "./store";

async function bench(): Promise<void> {
  const rows = [...coreRows(), ...storeRows(), ...(await browserRows())];
  print(rows);
  process.exitCode = rows.every(({ ok }) => ok) ? 0 : 1;
}

void bench();
