"use client";

import { ROUTES } from "@/wire/routes";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { RosterScreen } from "./roster-screen";

const OUTLINE = ["h-11", "h-11", "h-16", "h-16", "h-16", "h-16", "h-16"];

/** The roster, once it is known who is on it and who looks at it. */
export function RosterPage() {
  const { here } = useHere();
  const outline = (
    <>
      <PageHeader />
      <Outline blocks={OUTLINE} />
    </>
  );
  return (
    <Loaded route={ROUTES.searchPeople} ask={{}} skeleton={outline}>
      {({ people }, reload) =>
        here ? (
          <RosterScreen
            initial={people}
            profile={here.profile}
            evidence={here.evidence}
            onChanged={() => void reload()}
          />
        ) : (
          outline
        )
      }
    </Loaded>
  );
}
