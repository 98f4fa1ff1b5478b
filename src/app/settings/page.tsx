import { currentProfile } from "@/server/current-profile";
import { allProfiles } from "@/server/practitioners";
import { theStore } from "@/server/store";
import { SettingsScreen } from "@/ui/settings/settings-screen";

export const metadata = { title: "Settings · Dust Lantern" };

export default async function SettingsPage() {
  return <SettingsScreen profiles={allProfiles(theStore())} current={await currentProfile()} />;
}
