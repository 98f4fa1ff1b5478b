"use client";

import { ROUTES } from "@/wire/routes";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { WorkbenchScreen } from "./workbench-screen";

/** The workbench of the evidence, once what is in force is known. */
export function EvidencePage() {
  const { here, reload: reloadHere } = useHere();
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.evidence} ask={null} skeleton={<Outline blocks={["h-14", "h-12", "h-[32rem]"]} />}>
        {({ changes, history }, reload) => (
          <WorkbenchScreen
            key={history[0]?.number ?? 0}
            changes={changes}
            history={history}
            by={here?.profile?.name ?? "somebody without a profile"}
            onSaved={() => void Promise.all([reload(), reloadHere()])}
          />
        )}
      </Loaded>
    </>
  );
}
