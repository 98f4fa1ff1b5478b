import { ReadingScreen } from "@/ui/reading/reading-screen";

export const metadata = { title: "Reading · Dust Lantern" };

export default function ReadingPage() {
  return <ReadingScreen />;
}
