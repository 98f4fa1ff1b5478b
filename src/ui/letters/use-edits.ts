"use client";

import { useState } from "react";
import type { EpisodeDraft, WrittenLetter } from "@/core/record";
import { useCourse } from "../course/use-course";
import { useExam } from "../exam/exam-provider";

/** Where it is kept what was made: of an examination, with the letters of its course. */
type Kept = {
  readonly exam: string;
  readonly written: readonly WrittenLetter[];
  readonly say: (draft: EpisodeDraft) => Promise<boolean>;
};

/** Which letter it is. */
export type Which = Pick<WrittenLetter, "kind" | "reader" | "language">;
type Edits = Pick<WrittenLetter, "own" | "left">;

const NONE: Edits = { own: "", left: [] };
const keyOf = ({ kind, reader, language }: Which): string => [kind, reader ?? "", language].join(" ");

const isSame = (one: Edits, other: Edits): boolean =>
  one.own === other.own && one.left.length === other.left.length && one.left.every((line) => other.left.includes(line));

/**
 * What the writer adds to a letter and leaves out of it: as they made it last,
 * until they change it. It stands in the course, apart from the record.
 */
export function useEdits(which: Which, { exam, written, say }: Kept) {
  const [changed, setChanged] = useState<Readonly<Record<string, Edits>>>({});
  /** What was changed last in a letter of a kind goes along when its reader or language is chosen anew. */
  const [newest, setNewest] = useState<Readonly<Partial<Record<Which["kind"], Edits>>>>({});
  const key = keyOf(which);
  const made = written.filter((letter) => letter.exam === exam);
  const last = made.findLast((letter) => keyOf(letter) === key);
  const now = changed[key] ?? last ?? newest[which.kind] ?? NONE;
  const change = (part: Partial<Edits>) => {
    const edits = { own: now.own, left: now.left, ...part };
    setChanged((before) => ({ ...before, [key]: edits }));
    setNewest((before) => ({ ...before, [which.kind]: edits }));
  };
  return {
    own: now.own,
    left: now.left,
    /** Every letter of this examination that was made, the last one last. */
    made,
    setOwn: (own: string) => change({ own }),
    toggle: (line: string) =>
      change({ left: now.left.includes(line) ? now.left.filter((one) => one !== line) : [...now.left, line] }),
    /** Keeps that it was made so; made again without a change it is not said again. */
    keep: async (left: readonly string[]): Promise<boolean> => {
      const edits = { own: now.own, left: [...left] };
      if (last && isSame(last, edits)) return true;
      return say({ type: "letter-written", body: { exam, ...which, ...edits } });
    },
  };
}

/** The same within an examination that is open. */
export function useExamEdits(which: Which) {
  const { exam } = useExam();
  const { told, say } = useCourse();
  return useEdits(which, { exam, written: told.lettersWritten, say });
}
