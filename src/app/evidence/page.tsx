import { currentProfile } from "@/server/edge/current-profile";
import { currentChanges, evidenceHistory } from "@/server/repositories/evidence";
import { theStore } from "@/server/store/open";
import { WorkbenchScreen } from "@/ui/evidence/workbench-screen";

export const metadata = { title: "Evidence · Dust Lantern" };

export default async function EvidencePage() {
  const store = theStore();
  return (
    <WorkbenchScreen
      key={evidenceHistory(store)[0]?.number ?? 0}
      changes={currentChanges(store)}
      history={evidenceHistory(store).map(({ changes: _changes, ...row }) => row)}
      profileName={(await currentProfile())?.name ?? null}
    />
  );
}
