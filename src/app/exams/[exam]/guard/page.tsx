import { GuardScreen } from "@/ui/guard/guard-screen";

export const metadata = { title: "Guard · Dust Lantern" };

export default function GuardPage() {
  return <GuardScreen />;
}
