"use client";

import { useHere } from "../shell/here";
import { ownWords } from "../shell/own-words";
import { useExam } from "./exam-provider";

/** A sentence as it is said here: in this practitioner's own words, else in the clinic's, else as it ships. */
export function useSaid(): (shipped: string) => string {
  const { words } = useExam().profile.settings.work;
  const { here } = useHere();
  return (shipped) => ownWords(words, here?.words, shipped)?.words ?? shipped;
}
