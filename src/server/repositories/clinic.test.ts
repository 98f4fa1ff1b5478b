import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { toldSentences } from "@/core";
import { sampleStore } from "@/fixtures/store";
import { clinicOf, clinicWords, saySentence } from "./clinic";
import { verifyStore } from "./verify";

const BY = { now: "2026-03-02T10:00:00.000Z", actor: { id: "00000000-0000-4000-8000-000000000009", name: "M. Sand" } };
const TOLD = toldSentences().map(({ text }) => text);

describe("what is said here in other words", () => {
  it("every sentence can be worded by the clinic", () => {
    const store = sampleStore();
    forEvery(TOLD, (text) => {
      expect(saySentence(store, text, "In our words.", BY)).toEqual({ [text]: "In our words." });
      expect(saySentence(store, text, null, BY)).toEqual({});
    });
  });

  it("is kept as events of the clinic, last word first, and goes back to what ships", () => {
    const store = sampleStore();
    const [one, two] = TOLD as [string, string];
    saySentence(store, one, "First words.", BY);
    saySentence(store, one, "Second words.", BY);
    saySentence(store, two, "Others.", BY);
    expect(clinicWords(store)).toEqual({ [one]: "Second words.", [two]: "Others." });
    saySentence(store, two, two, BY);
    expect(saySentence(store, one, null, BY)).toEqual({});
    expect(
      verifyStore(store)
        .records.flatMap(({ faults }) => faults)
        .concat(verifyStore(store).store),
    ).toEqual([]);
  });

  it("says nothing twice where nothing changes", () => {
    const store = sampleStore();
    const lines = () => store.sqlite.prepare("SELECT count(*) FROM journal").pluck().get();
    const before = lines();
    saySentence(store, TOLD[0]!, null, BY);
    expect(lines()).toBe(before);
  });

  it("refuses what is no sentence of this program", () => {
    const store = sampleStore();
    expect(() => saySentence(store, "toString", "Ours.", BY)).toThrow(/none of those that are said here/);
    expect(clinicOf(store).words).toEqual({});
  });
});
