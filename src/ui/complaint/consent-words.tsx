"use client";

import { CONSENT_TEXTS, type ConsentStatement, consentStatements } from "@/core/knowledge";
import { useSaid } from "../exam/use-said";
import { usePlannedTests } from "../plan/use-draft-plan";

/** What is explained before anybody is touched: by what the planned tests do. */
export const useConsentStatements = (): readonly ConsentStatement[] => consentStatements(usePlannedTests());

/** The same, as it is said. */
export function ConsentWords() {
  const statements = useConsentStatements();
  const said = useSaid();
  return <>&ldquo;{statements.map((statement) => said(CONSENT_TEXTS[statement])).join(" ")}&rdquo;</>;
}
