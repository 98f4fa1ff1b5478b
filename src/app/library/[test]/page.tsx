import { notFound } from "next/navigation";
import { PROTOCOLS } from "@/core/knowledge";
import { TestPage } from "@/ui/library/test-page";

export const metadata = { title: "A test · Dust Lantern" };

export default async function LibraryTestPage({ params }: { params: Promise<{ test: string }> }) {
  const { test } = await params;
  const protocol = PROTOCOLS.find(({ id }) => id === test);
  if (!protocol) notFound();
  return <TestPage test={protocol.id} />;
}
