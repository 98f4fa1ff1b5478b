import type { Course, CourseVisit } from "@/core/course";
import type { ToldRow } from "@/core/exchange";
import type { KeptResource, Person, StreamEvent } from "@/core/record";

/** Another continuation of a course, kept whole beside it. */
export type CourseBranch = { readonly episode: string; readonly head: string; readonly events: readonly StreamEvent[] };

/** All courses of a person, the latest first, as the course page shows them. */
export type PersonCourses = {
  readonly person: Person;
  /** What other systems told of them. */
  readonly told: { readonly rows: readonly ToldRow[]; readonly kept: readonly KeptResource[] };
  readonly courses: readonly Course[];
  /** How courses were continued elsewhere, kept whole beside them; the head is a continuation's name. */
  readonly continued: readonly CourseBranch[];
  /** What does not fit together about the order of their visits. */
  readonly odd: readonly string[];
};

/** A course by what it is called among colleagues. */
export type NamedCourse = { readonly episode: string; readonly name: string };

/** What an examination's screens know of the course that it goes on with. */
export type ExamCourse = {
  readonly episode: string;
  readonly events: readonly StreamEvent[];
  /** The first visit before this one and the last ones: enough to compare with. */
  readonly earlier: readonly CourseVisit[];
  /** How many visits there were before this one. */
  readonly visitsBefore: number;
  /** The other courses that this visit was put into as well. */
  readonly others: readonly NamedCourse[];
};

/** A course that is due for something, on the roster. */
export type DueCourse = {
  readonly episode: string;
  readonly person: string;
  readonly name: string;
  readonly why: "retest" | "letter" | "outcome";
  /** Since when, where that is known. */
  readonly since: string | null;
};
