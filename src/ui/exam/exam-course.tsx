"use client";

import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import type { StreamEvent } from "@/core/record";
import type { ExamCourse } from "@/wire/course";

type CourseContextValue = {
  /** What the visits before this one left; null: nothing is known of any. */
  readonly course: ExamCourse | null;
  /** What was said of the course, on the server and since. */
  readonly events: readonly StreamEvent[];
  readonly add: (events: readonly StreamEvent[]) => void;
};

const CourseContext = createContext<CourseContextValue>({ course: null, events: [], add: () => {} });

export const useExamCourse = (): CourseContextValue => useContext(CourseContext);

/** Holds the course behind an examination; what is done with it is fetched by the parts that do it. */
export function ExamCourseProvider({ course, children }: { course: ExamCourse | null; children: ReactNode }) {
  const [own, setOwn] = useState<readonly StreamEvent[]>([]);
  const value = useMemo<CourseContextValue>(() => {
    const known = new Set(course?.events.map(({ id }) => id));
    return {
      course,
      events: [...(course?.events ?? []), ...own.filter(({ id }) => !known.has(id))],
      add: (events) =>
        setOwn((before) => {
          const there = new Set(before.map(({ id }) => id));
          return [...before, ...events.filter(({ id }) => !there.has(id))];
        }),
    };
  }, [course, own]);
  return <CourseContext value={value}>{children}</CourseContext>;
}
