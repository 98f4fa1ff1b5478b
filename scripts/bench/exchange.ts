import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { examIn, INCOMING_COLUMNS, parseExamFile, PDF_LETTERS, type ColumnsChosen, readBundle } from "@/core";
import { storeExam, sampleStore } from "@/fixtures/store";
import { examFileText, exportExam } from "@/server/exchange/exchange";
import { bundleOf, fromBase64 } from "@/server/exchange/fhir";
import { takeIn } from "@/server/exchange/take-in";
import { letterOf } from "@/server/letters/from-file";
import { openStore } from "@/server/store/open";
import { longExam } from "./core";
import { atMost, limitOf, median, ms, type Row, timeOf } from "./measure";

const PERSONS = 5000;
const TIMES = 5;

async function lettersOf(file: ReturnType<typeof exportExam>, parse: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const kind of PDF_LETTERS) {
    if (kind === "referral") continue;
    const times: number[] = [];
    for (let time = 0; time <= TIMES; time++) {
      const began = performance.now();
      await letterOf(file, { kind });
      times.push(performance.now() - began);
    }
    const warm = median(times.slice(1));
    rows.push(
      atMost(
        `a letter as PDF, ${kind}`,
        { value: warm },
        { is: "parsing the same exam file", value: parse },
        300,
        1000,
      ),
    );
  }
  return rows;
}

function personsIn(): Row {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-bench-"));
  const store = openStore(join(folder, "store.sqlite"));
  const content = `name,born\n${Array.from({ length: PERSONS }, (_, index) => `P${index} Abc${index % 97},19${50 + (index % 50)}-0${1 + (index % 9)}-1${index % 10}`).join("\n")}`;
  const columns = Object.fromEntries(INCOMING_COLUMNS.map((column) => [column, null])) as ColumnsChosen;
  const taking = { now: new Date().toISOString(), newId: randomUUID };
  const incoming = { kind: "csv", content, columns, dates: "year-month-day", numbers: [] } as const;
  const timed = (isTrial: boolean) => {
    const began = performance.now();
    takeIn(store, incoming, { ...taking, isTrial });
    return performance.now() - began;
  };
  const [trial, whole] = [timed(true), timed(false)];
  store.sqlite.close();
  rmSync(folder, { recursive: true, force: true });
  return {
    what: `${PERSONS} persons of a table taken in, one write`,
    value: `${ms(whole)}, of it the write about ${ms(whole - trial)}`,
    baseline: `the same as a trial, nothing written: ${ms(trial)}`,
    asked: "≤ 4 × the trial",
    ok: whole <= 4 * trial,
    limit: limitOf("≤ 3 s, the write ≤ 500 ms", whole <= 3000 && whole - trial <= 500),
  };
}

/** What goes out and comes in: bundles, letters, persons. */
export async function exchangeRows(): Promise<Row[]> {
  const store = sampleStore();
  const file = exportExam(store, storeExam(store, longExam()), new Date().toISOString());
  const text = examFileText(file);
  const parse = timeOf(() => parseExamFile(text));
  const bundle = timeOf(() => JSON.stringify(bundleOf(file)));
  const parsing = { is: "parsing the same exam file", value: parse };
  const bundled = JSON.stringify(bundleOf(file));
  const back = timeOf(() => readBundle(bundled, fromBase64));
  return [
    atMost(`an exam of ${examIn(file).length} events as a FHIR bundle`, { value: bundle }, parsing, 12, 30),
    atMost("the exam file read back from it", { value: back }, parsing, 12),
    ...(await lettersOf(file, parse)),
    personsIn(),
  ];
}
