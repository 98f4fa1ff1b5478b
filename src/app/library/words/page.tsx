import { WordsScreen } from "@/ui/library/words-screen";

export const metadata = { title: "Words · Dust Lantern" };

export default function WordsPage() {
  return <WordsScreen />;
}
