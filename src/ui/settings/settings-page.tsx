"use client";

import { ROUTES } from "@/wire/routes";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { SettingsScreen } from "./settings-screen";

/** The settings, once the profiles of this store are known. */
export function SettingsPage() {
  const { here, reload: reloadHere } = useHere();
  const outline = <Outline blocks={["h-64", "h-96"]} />;
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.profiles} ask={null} skeleton={outline}>
        {({ profiles }, reload) =>
          here ? (
            <SettingsScreen
              profiles={profiles}
              current={here.profile}
              acts={here.acts}
              hasAccounts={here.account !== null}
              onChanged={() => void Promise.all([reload(), reloadHere()])}
            />
          ) : (
            outline
          )
        }
      </Loaded>
    </>
  );
}
