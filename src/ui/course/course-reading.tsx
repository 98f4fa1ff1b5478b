"use client";

import { isLoud } from "@/core/reading";
import { shortSource } from "@/core/vocabulary";
import { dayText } from "../primitives/dates";
import { useCourse } from "./use-course";

/** Beside a visit that is course: what was read before the first technique stands, and its tests are compared. */
export function CourseReading() {
  const { earlier } = useCourse();
  const read = earlier.find(({ treated, read }) => treated === null && read.length > 0);
  const loud = read?.read.filter(({ word }) => isLoud(word)).slice(0, 4) ?? [];
  return (
    <section
      aria-label="What was read before treatment"
      data-course-reading
      className="flex flex-col gap-1 rounded-2xl border border-edge bg-card p-3"
    >
      <h3 className="font-semibold">The reading of this complaint</h3>
      {read ? (
        <p>
          {dayText(read.date)}, before the first technique:{" "}
          {loud.length > 0
            ? loud.map(({ source, side, word }) => `${shortSource(source, side ?? null)} ${word}`).join("; ")
            : "no source stood out"}
          .
        </p>
      ) : (
        <p>The visit before treatment holds no kept reading.</p>
      )}
      <p className="text-sm text-soft">
        What is tested now is course: compared with the first, counted in no reading. Getting better after treatment
        moves no probability.
      </p>
    </section>
  );
}
