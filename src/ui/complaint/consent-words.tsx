"use client";

import { consentSentences } from "@/core/knowledge";
import { sheetTests } from "@/core/record";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";

/** What is said before anybody is touched: by what the tests on the sheet do. */
export function ConsentWords() {
  const { state } = useExam();
  const said = useSaid();
  return <>&ldquo;{consentSentences(sheetTests(state)).map(said).join(" ")}&rdquo;</>;
}
