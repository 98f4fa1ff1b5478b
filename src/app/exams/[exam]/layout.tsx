import { notFound, redirect } from "next/navigation";
import type { ReactNode } from "react";
import { currentProfile } from "@/server/edge/current-profile";
import { anchorText } from "@/core/record";
import { examBranches } from "@/server/repositories/merge";
import { journalEnd } from "@/server/repositories/streams";
import { evidenceInStore } from "@/server/repositories/evidence";
import { importedUpTo, loadExam, previousVisit } from "@/server/repositories/exams";
import { theStore } from "@/server/store/open";
import { ExamProvider } from "@/ui/exam/exam-provider";
import { ExamShell } from "@/ui/shell/exam-shell";

export default async function ExamLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ exam: string }>;
}) {
  const { exam } = await params;
  const profile = await currentProfile();
  if (!profile) redirect("/settings");
  const stored = loadExam(theStore(), exam);
  if (!stored) notFound();
  return (
    <ExamProvider
      exam={exam}
      initial={{ events: stored.events, head: stored.head, anchor: anchorText(journalEnd(theStore())) }}
      importedUpTo={importedUpTo(theStore(), exam)}
      branches={examBranches(theStore(), exam)}
      profile={profile}
      previous={previousVisit(theStore(), exam)}
      evidence={evidenceInStore(theStore(), stored.events)}
    >
      <ExamShell>{children}</ExamShell>
    </ExamProvider>
  );
}
