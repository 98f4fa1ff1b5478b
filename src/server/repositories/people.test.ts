import { describe, expect, it } from "vitest";
import { DEFAULT_SETTINGS } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { appendEvents } from "./exams";
import { addPerson, DuplicateWarning, findPerson, searchPeople, updatePerson } from "./people";
import { isAllowedHost, isSameOrigin, allowedHosts } from "../edge/origin";
import { senderProblem } from "../accounts/sender";
import { allProfiles, saveProfile, saveSettings } from "./practitioners";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";

const person = (over: object = {}) => ({
  id: idOf(31),
  name: "Zoë Ñandú",
  birthDate: "1990-02-28",
  sex: "female",
  notes: "",
  ...over,
});

describe("the roster", () => {
  it("finds by name without accents, by number and by birth year, every word", () => {
    const store = sampleStore();
    addPerson(store, person(), { now: NOW });
    const names = (query: string) => searchPeople(store, query).map(({ name }) => name);
    expect(names("zoe nandu")).toEqual(["Zoë Ñandú"]);
    expect(names("1990")).toEqual(["Zoë Ñandú"]);
    expect(names("dl-0002")).toEqual(["Zoë Ñandú"]);
    expect(names("zoe 1984")).toEqual([]);
    expect(names("%")).toEqual([]);
    expect(names("")).toHaveLength(2);
  });

  it("shows the latest first, with what is unfinished", () => {
    const store = sampleStore();
    addPerson(store, person(), { now: NOW });
    storeExam(store, buildExam().complaint("groin.left"));
    const signed = buildExam({ exam: idOf(7), idsFrom: 50_000 })
      .complaint("groin.left")
      .sign();
    storeExam(store, signed);
    const [first] = searchPeople(store, "quill");
    expect(first?.exams.map(({ signedAt }) => signedAt === null).toSorted()).toEqual([false, true]);
  });

  it("leaves out an exam that was opened by mistake, until that end is taken back", () => {
    const store = sampleStore();
    const exam = buildExam();
    storeExam(store, exam);
    const shown = () => searchPeople(store, "quill").flatMap((found) => found.exams.map(({ id }) => id));
    expect(shown()).toEqual([exam.events[0]!.exam]);
    const send = () => appendEvents(store, exam.events[0]!.exam, exam.events.slice(-1), NOW);
    exam.add("exam-ended", { reason: "mistake", note: "" });
    expect(send().receipts[0]?.result).toBe("stored");
    expect(shown()).toEqual([]);
    exam.add("event-retracted", { event: exam.events.at(-1)!.id, reason: "going on after all" });
    expect(send().receipts[0]?.result).toBe("stored");
    expect(shown()).toEqual([exam.events[0]!.exam]);
  });

  it.each([
    ["an impossible date", { birthDate: "1990-02-30" }, "calendar"],
    ["a date to come", { birthDate: "2036-01-01" }, "future"],
    ["a date long past", { birthDate: "1820-01-01" }, "before 1900"],
    ["a date in other order", { birthDate: "28.02.1990" }, "calendar"],
    ["no name", { name: "   " }, "empty"],
    ["a sex not listed", { sex: "boat" }, "one of"],
    ["a field too many", { shoe: 42 }, "shoe"],
    ["a number for a name", { name: 5 }, "text"],
  ])("refuses %s", (_, over, says) => {
    const store = sampleStore();
    expect(() => addPerson(store, person(over), { now: NOW })).toThrow(says);
    expect(findPerson(store, idOf(31))).toBeNull();
  });

  it("keeps a script in a name as the text it is", () => {
    const store = sampleStore();
    addPerson(store, person({ name: "<script>alert(1)</script>" }), { now: NOW });
    expect(searchPeople(store, "script")[0]?.name).toBe("<script>alert(1)</script>");
  });

  it("warns of somebody who may be there already, and adds them when told so", () => {
    const store = sampleStore();
    addPerson(store, person(), { now: NOW });
    const twin = person({ id: idOf(32), name: "Z. N." });
    expect(() => addPerson(store, twin, { now: NOW })).toThrow(DuplicateWarning);
    expect(addPerson(store, twin, { now: NOW, confirmed: true }).number).toBe("DL-0003");
    expect(addPerson(store, twin, { now: NOW }).number).toBe("DL-0003");
  });

  it("corrects an entry under its number, and refuses one that is not there", () => {
    const store = sampleStore();
    const { number } = addPerson(store, person(), { now: NOW });
    expect(updatePerson(store, person({ name: "Zoë Nandu-Reef" }), { now: NOW })).toMatchObject({
      number,
      name: "Zoë Nandu-Reef",
    });
    expect(searchPeople(store, "reef")).toHaveLength(1);
    expect(() => updatePerson(store, person({ id: idOf(99) }), { now: NOW })).toThrow("not on the roster");
  });
});

describe("profiles", () => {
  it("keep their settings, refuse wrong ones whole, and name every actor", () => {
    const store = sampleStore();
    saveProfile(store, { id: idOf(41), name: "Jonah", registration: "x" });
    const settings = { ...DEFAULT_SETTINGS, work: { ...DEFAULT_SETTINGS.work, unit: "lbf" } };
    expect(saveSettings(store, idOf(41), settings).settings.work.unit).toBe("lbf");
    expect(() => saveSettings(store, idOf(41), { ...settings, work: { ...settings.work, unit: "stone" } })).toThrow(
      "one of",
    );
    expect(() =>
      saveSettings(store, idOf(41), { ...settings, reading: { ...settings.reading, dependence: 1.5 } }),
    ).toThrow("above 1");
    expect(() => saveSettings(store, idOf(42), settings)).toThrow("not a profile");
    expect(allProfiles(store).find(({ id }) => id === idOf(41))?.settings.work.unit).toBe("lbf");
    const said = buildExam().complaint("si-area.right").events[0]!;
    const here = senderProblem({ kind: "here", member: null });
    expect(here(store, { ...said, actor: { id: idOf(777), name: "Nobody" } })?.refusal).toBe("forbidden");
  });
});

describe("where a write may come from", () => {
  const here = "127.0.0.1:4180";
  it.each([
    ["http://127.0.0.1:4180", "same-origin", true],
    [null, null, true],
    ["http://elsewhere.test", "cross-site", false],
    ["http://elsewhere.test", null, false],
    ["http://127.0.0.1:9999", "same-site", false],
    ["null", null, false],
  ])("origin %s, %s: %s", (origin, site, allowed) => expect(isSameOrigin(origin, site, here)).toBe(allowed));

  it("answers to loopback and to what it was told, and to no other name", () => {
    expect([here, "localhost:80", "[::1]:4180"].every((host) => isAllowedHost(host, allowedHosts("")))).toBe(true);
    expect(isAllowedHost("rebound.test:4180", allowedHosts(""))).toBe(false);
    expect(isAllowedHost("clinic.local:4180", allowedHosts("clinic.local"))).toBe(true);
    expect(isAllowedHost(null, allowedHosts(""))).toBe(false);
  });
});
