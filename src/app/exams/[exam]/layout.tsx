import type { ReactNode } from "react";
import { pathOf } from "@/wire/route";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { Ahead } from "@/ui/shell/ahead";
import { ExamFrame } from "@/ui/exam/exam-frame";

export default async function ExamLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ exam: string }>;
}) {
  const { exam } = await params;
  return (
    <>
      <Ahead path={pathOf(EXAM_ROUTES.examPage.path, { exam })} />
      <ExamFrame exam={exam}>{children}</ExamFrame>
    </>
  );
}
