import { LibraryScreen } from "@/ui/library/library-screen";

export const metadata = { title: "Library · Dust Lantern" };

export default async function LibraryPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const { q = "" } = await searchParams;
  return <LibraryScreen initial={String(q).slice(0, 80)} />;
}
