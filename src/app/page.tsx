import { RosterPage } from "@/ui/roster/roster-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export default function Roster() {
  return (
    <>
      <Ahead path={ROUTES.searchPeople.path} />
      <Ahead path={ROUTES.due.path} />
      <RosterPage />
    </>
  );
}
