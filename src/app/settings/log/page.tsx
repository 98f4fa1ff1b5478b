import { LogPage } from "@/ui/log/log-page";

export const metadata = { title: "Log of access · Dust Lantern" };

export default function LogRoute() {
  return <LogPage />;
}
