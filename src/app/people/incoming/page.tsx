import { IncomingScreen } from "@/ui/incoming/incoming-screen";

export const metadata = { title: "People from elsewhere · Dust Lantern" };

export default function IncomingPage() {
  return <IncomingScreen />;
}
