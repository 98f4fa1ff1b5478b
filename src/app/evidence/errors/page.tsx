import { ErrorsScreen } from "@/ui/evidence/errors-screen";

export const metadata = { title: "Own error · Dust Lantern" };

export default function ErrorsPage() {
  return <ErrorsScreen />;
}
