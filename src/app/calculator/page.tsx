import { CalculatorScreen } from "@/ui/evidence/calculator-screen";

export const metadata = { title: "Calculator · Dust Lantern" };

export default function CalculatorPage() {
  return <CalculatorScreen />;
}
