import { RosterPage } from "@/ui/roster/roster-page";

export default function Roster() {
  return <RosterPage />;
}
