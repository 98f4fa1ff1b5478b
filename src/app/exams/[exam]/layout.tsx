import type { ReactNode } from "react";
import { pathOf } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
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
      <Ahead path={pathOf(ROUTES.examPage.path, { exam })} />
      <ExamFrame exam={exam}>{children}</ExamFrame>
    </>
  );
}
