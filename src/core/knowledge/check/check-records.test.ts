import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { PROTOCOLS, SCHOOLS } from "../protocols";
import { EVIDENCE } from "../studies";
import type { AccuracyRecord } from "../studies/types";
import { checkRecords } from "./check-records";

const known = { protocols: PROTOCOLS, schools: SCHOOLS };
const faultsOf = (record: AccuracyRecord, others: readonly AccuracyRecord[] = []) =>
  checkRecords([...EVIDENCE.map((shipped) => (shipped.id === record.id ? record : shipped)), ...others], known).map(
    ({ where, what }) => `${where} ${what}`,
  );
const without = <K extends keyof AccuracyRecord>(record: AccuracyRecord, ...fields: readonly K[]): AccuracyRecord =>
  Object.fromEntries(Object.entries(record).filter(([name]) => !fields.includes(name as K))) as AccuracyRecord;

describe("the accuracy records that ship", () => {
  it("every record: each fault put into it is reported", () =>
    forEvery(EVIDENCE, (record) => {
      const { id } = record;
      expect(faultsOf(without(record, "positive", "needsNone"))).toEqual([
        `${id} › positive is missing, and nothing says why none is needed: the record would never count`,
      ]);
      expect(
        faultsOf({ ...record, positive: { when: "reproduced" }, needsNone: "for a reason that is its own here" })[0],
      ).toContain("stands beside a condition");
      expect(faultsOf({ ...without(record, "positive"), needsNone: "because" })[0]).toContain("is no reason");
      expect(faultsOf({ ...record, reference: "as in the paper" })).toContain(
        `${id} › reference tells the reader nothing`,
      );
      expect(faultsOf({ ...record, citation: "nobody-1999" }).join()).toMatch(
        /not in the literature list.*not been judged/s,
      );
      expect(faultsOf({ ...record, people: 5, split: [2, 2] }).join()).toContain("adds up to 4 of 5");
      expect(faultsOf(record, [record]).join()).toContain("is the id of two records");
      if (record.off) return;
      const ways = Object.keys({ ...record.variant, ...record.anyWay });
      for (const school of ways) {
        const cut = {
          ...record,
          variant: Object.fromEntries(Object.entries(record.variant ?? {}).filter(([name]) => name !== school)),
          anyWay: Object.fromEntries(Object.entries(record.anyWay ?? {}).filter(([name]) => name !== school)),
        };
        expect(faultsOf(cut).join()).toContain(`does not say which way of "${school}" the study used`);
      }
      expect(faultsOf({ ...record, anyWay: { ...record.anyWay, "no-such-choice": "why" } }).join()).toContain(
        "is no choice of its test",
      );
    }));

  it("a reason that two records share is none of their own", () => {
    const [one, other] = EVIDENCE.filter(({ needsNone }) => needsNone);
    expect(faultsOf({ ...one!, needsNone: other!.needsNone! }).join()).toContain(`is the reason of`);
  });
});
