import { RunScreen } from "@/ui/run/run-screen";

export const metadata = { title: "Run · Dust Lantern" };

export default function RunPage() {
  return <RunScreen />;
}
