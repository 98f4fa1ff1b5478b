import { currentProfile } from "@/server/edge/current-profile";
import { allProfiles } from "@/server/repositories/practitioners";
import { theStore } from "@/server/store/open";
import { SettingsScreen } from "@/ui/settings/settings-screen";

export const metadata = { title: "Settings · Dust Lantern" };

export default async function SettingsPage() {
  return <SettingsScreen profiles={allProfiles(theStore())} current={await currentProfile()} />;
}
