import { expect, it } from "vitest";
import { loadDemo } from "@/fixtures/demo/demo";
import { temporaryPath } from "@/fixtures/store";
import { dueCourses } from "../repositories/episodes";
import { searchPeople } from "../repositories/people";
import { openStore } from "../store/open";
import { dueCalendar } from "./due-calendar";

const NOW = "2026-11-02T10:00:00.000Z";
const demo = openStore(temporaryPath());
loadDemo(demo, NOW);

it("what is due stands in a calendar, each once, by number and never by name", () => {
  const text = dueCalendar(demo, NOW);
  const due = dueCourses(demo, "2027-11-02");
  expect(due.length).toBeGreaterThan(0);
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(due.length);
  const ids = text.match(/^UID:.*$/gm)!;
  expect(new Set(ids).size).toBe(due.length);
  for (const { name } of searchPeople(demo, "")) expect(text).not.toContain(name);
  expect(text).toMatch(/^BEGIN:VCALENDAR\r\n[\s\S]*END:VCALENDAR\r\n$/);
  expect(text).toMatch(/SUMMARY:.*DL-\d{4}/);
});

it("each event stands on the day it is due, or on today when that is past", () => {
  const days = [...dueCalendar(demo, NOW).matchAll(/DTSTART;VALUE=DATE:(\d{8})/g)].map(([, day]) => day!);
  for (const day of days) expect(day >= "20261102").toBe(true);
  for (const { why, since } of dueCourses(demo, "2027-11-02"))
    if (why === "retest" && since && since > "2026-11-02") expect(days).toContain(since.replaceAll("-", ""));
});

it("is empty for who may see nothing clinical, and the same each time", () => {
  expect(dueCalendar(demo, NOW, () => false)).not.toContain("VEVENT");
  expect(dueCalendar(demo, NOW)).toBe(dueCalendar(demo, NOW));
});
