import { currentProfile } from "@/server/edge/current-profile";
import { versionOf } from "@/core/evidence";
import { currentChanges } from "@/server/repositories/evidence";
import { searchPeople } from "@/server/repositories/people";
import { theStore } from "@/server/store/open";
import { RosterScreen } from "@/ui/roster/roster-screen";

export default async function RosterPage() {
  return (
    <RosterScreen
      initial={searchPeople(theStore(), "")}
      profile={await currentProfile()}
      evidence={versionOf(currentChanges(theStore()))}
    />
  );
}
