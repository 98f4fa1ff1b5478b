"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { DueCourse } from "@/wire/course";
import { ROUTES } from "@/wire/routes";
import { GivenPage } from "../accounts/given-page";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { RosterScreen } from "./roster-screen";

const OUTLINE = ["h-11", "h-11", "h-16", "h-16", "h-16", "h-16", "h-16"];

const NONE: readonly DueCourse[] = [];

/** What is due, asked for beside the roster, so that nothing moves once it is there; none where it cannot be had. */
function useDue(): readonly DueCourse[] | null {
  const [due, setDue] = useState<readonly DueCourse[] | null>(null);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.due, {}, null).then((told) => isHere && setDue(told.ok ? told.value.due : NONE));
    return () => void (isHere = false);
  }, []);
  return due;
}

/** The roster, once it is known who is on it and who looks at it. */
export function RosterPage() {
  const { here } = useHere();
  const due = useDue();
  if (here && !here.acts.includes("see the list")) return <GivenPage />;
  const outline = (
    <>
      <PageHeader />
      <Outline blocks={OUTLINE} />
    </>
  );
  return (
    <Loaded route={ROUTES.searchPeople} ask={{}} skeleton={outline}>
      {({ people }, reload) =>
        here && due ? (
          <RosterScreen
            initial={people}
            due={due}
            profile={here.profile}
            acts={here.acts}
            awaiting={here.awaiting}
            evidence={here.evidence}
            missedBackup={here.missedBackup}
            onChanged={() => void reload()}
          />
        ) : (
          outline
        )
      }
    </Loaded>
  );
}
