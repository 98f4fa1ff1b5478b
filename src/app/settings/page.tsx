import { SettingsPage } from "@/ui/settings/settings-page";

export const metadata = { title: "Settings · Dust Lantern" };

export default function Settings() {
  return <SettingsPage />;
}
