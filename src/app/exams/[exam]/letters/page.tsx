import { LettersScreen } from "@/ui/letters/letters-screen";

export const metadata = { title: "Letters · Dust Lantern" };

export default function LettersPage() {
  return <LettersScreen />;
}
