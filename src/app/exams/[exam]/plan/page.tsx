import { PlanScreen } from "@/ui/plan/plan-screen";

export const metadata = { title: "Plan · Dust Lantern" };

export default function PlanPage() {
  return <PlanScreen />;
}
