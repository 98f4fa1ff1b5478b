import { describe, expect, it } from "vitest";
import { PROTOCOLS, SCHOOLS } from "../protocols";
import { RULES } from "../rules";
import { EVIDENCE } from "../studies";
import { checkCatalogue } from "./check-catalogue";
import { checkRecords } from "./check-records";
import { checkRules } from "./check-rules";

/** Where one of these fails, every other test is skipped (fixtures/vitest): what they would say follows from it. */
describe("the catalogue", () => {
  it("is whole: questions, loads, rules for every answer, names that lead somewhere", () =>
    expect(checkCatalogue(PROTOCOLS, SCHOOLS)).toEqual([]));

  it("has accuracy records each of which can count, for the ways its study used and no other", () =>
    expect(checkRecords(EVIDENCE, { protocols: PROTOCOLS, schools: SCHOOLS })).toEqual([]));

  it("has rules that can be counted", () =>
    expect(checkRules(RULES, { protocols: PROTOCOLS, schools: SCHOOLS, records: EVIDENCE })).toEqual([]));
});
