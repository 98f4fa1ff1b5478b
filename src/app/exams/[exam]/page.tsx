import { redirect } from "next/navigation";

export default async function ExamPage({ params }: { params: Promise<{ exam: string }> }) {
  redirect(`/exams/${(await params).exam}/run`);
}
