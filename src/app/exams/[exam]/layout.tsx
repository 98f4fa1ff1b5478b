import { notFound, redirect } from "next/navigation";
import type { ReactNode } from "react";
import { currentProfile } from "@/server/edge/current-profile";
import { evidenceInStore } from "@/server/repositories/evidence";
import { loadExam, previousVisit } from "@/server/repositories/exams";
import { theStore } from "@/server/store/store";
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
      initial={{ events: stored.events, head: stored.head }}
      profile={profile}
      previous={previousVisit(theStore(), exam)}
      evidence={evidenceInStore(theStore(), stored.events)}
    >
      <ExamShell>{children}</ExamShell>
    </ExamProvider>
  );
}
