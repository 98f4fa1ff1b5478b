import { currentProfile } from "@/server/edge/current-profile";
import { CalculatorScreen } from "@/ui/evidence/calculator-screen";

export const metadata = { title: "Calculator · Dust Lantern" };

export default async function CalculatorPage() {
  return <CalculatorScreen profileName={(await currentProfile())?.name ?? null} />;
}
