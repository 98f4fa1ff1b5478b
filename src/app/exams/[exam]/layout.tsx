import type { ReactNode } from "react";
import { ExamFrame } from "@/ui/exam/exam-frame";

export default async function ExamLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ exam: string }>;
}) {
  return <ExamFrame exam={(await params).exam}>{children}</ExamFrame>;
}
