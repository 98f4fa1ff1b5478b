import { currentProfile } from "@/server/current-profile";
import { versionOf } from "@/core/evidence/own-figures";
import { currentChanges } from "@/server/evidence";
import { searchPeople } from "@/server/people";
import { theStore } from "@/server/store";
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
