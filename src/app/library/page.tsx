import { currentProfile } from "@/server/edge/current-profile";
import { LibraryScreen } from "@/ui/library/library-screen";

export const metadata = { title: "Library · Dust Lantern" };

export default async function LibraryPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const { q = "" } = await searchParams;
  return <LibraryScreen initial={q.slice(0, 80)} profileName={(await currentProfile())?.name ?? null} />;
}
