import { JoinScreen } from "@/ui/joined/join-screen";

export const metadata = { title: "Join · Dust Lantern" };

export default function JoinPage() {
  return <JoinScreen />;
}
