import { readBundle, refuse } from "@/core";
import type { Store } from "../store/store";
import { importExam, importFiles, type Importing, type ImportResult } from "./exchange";
import { fromBase64 } from "./fhir";

/** Whether a file is a FHIR bundle: its first words say so, wherever they stand. */
const isBundle = (content: string): boolean => /^\s*\{/.test(content) && /"resourceType"\s*:\s*"Bundle"/.test(content);

/**
 * Takes an exam file in, or a FHIR bundle of ours with exam files in it: all of it or nothing.
 *
 * @throws InputError saying what is wrong with the file, where, and what to do
 */
export function importAny(store: Store, content: string, now: string, sender: Importing = {}): ImportResult {
  if (!isBundle(content)) return importExam(store, content, now, sender);
  const { files, persons } = readBundle(content, fromBase64);
  if (files.length === 0)
    refuse(
      "bundle",
      "holds no exam file of this program",
      "Bring its persons in under People from elsewhere, where each is shown before anything is written.",
    );
  const taken = importFiles(store, files, now, sender).reduce((all, one) => ({
    ...all,
    exam: all.exam,
    exams: [...all.exams, ...one.exams],
    added: all.added + one.added,
    already: all.already + one.already,
    branches: all.branches + one.branches,
    signedBy: all.signedBy.is === one.signedBy.is ? all.signedBy : { is: "nobody", name: null, fingerprint: null },
  }));
  return { ...taken, others: persons.length };
}
