"use client";

import { useEffect, useState } from "react";
import { v4 as newId } from "uuid";
import { usePagesKept } from "./offline";

/**
 * Examinations that can be begun with the server gone: their ids are drawn while
 * it is there, and this browser keeps their pages, which hold nobody's data.
 */

const KEY = "dust-lantern-exams-ahead";
const AHEAD = 2;

/** Every step of an examination has a page of its own. */
export const STEP_PAGES = ["complaint", "guard", "plan", "baseline", "run", "reading", "sign"] as const;

export const pagesOf = (exam: string): string[] => STEP_PAGES.map((step) => `/exams/${exam}/${step}`);

function drawn(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(kept) ? kept.filter((id) => typeof id === "string") : [];
  } catch {
    return [];
  }
}

function keep(ids: readonly string[]): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(ids));
  } catch {
    /** A browser that keeps nothing opens nothing without its server. */
  }
}

/** The id of the next examination: one whose pages are kept, where there is one. */
export function nextExam(): string {
  const [first, ...rest] = drawn();
  if (first === undefined) return newId();
  keep(rest);
  return first;
}

/** Draws ids ahead and has their pages kept, as long as the roster is open. */
export function useExamsAhead(): void {
  const [ids, setIds] = useState<readonly string[]>([]);
  useEffect(() => {
    const timer = setTimeout(() => {
      const there = drawn();
      const all = [...there, ...Array.from({ length: Math.max(0, AHEAD - there.length) }, () => newId())];
      keep(all);
      setIds(all);
    }, 0);
    return () => clearTimeout(timer);
  }, []);
  usePagesKept(ids.flatMap(pagesOf));
}
