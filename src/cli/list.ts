import type { RecordedEvent, ExamState } from "@/core";

/** One exam of the store, as it is listed. */
export type ListedExam = {
  readonly id: string;
  readonly number: string;
  readonly region: string;
  readonly opened: string;
  readonly signed: string | null;
  readonly runs: number;
  readonly events: number;
};

export function listedExam(
  id: string,
  events: readonly RecordedEvent[],
  { opened, signed, runs }: ExamState,
): ListedExam {
  const person = opened?.body.person;
  return {
    id,
    number: person?.number ?? "",
    region: opened?.body.region ?? "",
    opened: opened?.at ?? "",
    signed: signed?.at ?? null,
    runs: runs.length,
    events: events.length,
  };
}

/** A line for each: id, number, day, how far it is. */
export const listText = (exams: readonly ListedExam[]): string =>
  exams
    .map(
      ({ id, number, opened, region, runs, signed }) =>
        `${id}  ${number}  ${opened.slice(0, 10)}  ${region.padEnd(11)}  ${String(runs).padStart(2)} runs  ${signed ? `signed ${signed.slice(0, 10)}` : "open"}\n`,
    )
    .join("");
