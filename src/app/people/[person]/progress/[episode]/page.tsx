import { ProgressScreen } from "@/ui/course/progress-screen";

export const metadata = { title: "Progress letter · Dust Lantern" };

export default async function ProgressPage({ params }: { params: Promise<{ person: string; episode: string }> }) {
  const { person, episode } = await params;
  return <ProgressScreen person={person} episode={episode} />;
}
