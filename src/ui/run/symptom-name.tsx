import type { Symptom } from "@/core/record";

/** Which of several symptoms is meant: its letter, and what they call it. */
export const SymptomName = ({ symptom: { letter, words } }: { symptom: Symptom & { readonly letter: string } }) => (
  <span className="me-2 rounded-md bg-well px-2 py-0.5 text-base font-semibold">
    {letter} <span className="font-normal">{words}</span>
  </span>
);
