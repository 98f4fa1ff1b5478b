import { BaselineScreen } from "@/ui/baseline/baseline-screen";

export const metadata = { title: "Baseline · Dust Lantern" };

export default function BaselinePage() {
  return <BaselineScreen />;
}
