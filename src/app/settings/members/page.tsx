import { MembersPage } from "@/ui/accounts/members-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export const metadata = { title: "Who works here · Dust Lantern" };

export default function MembersRoute() {
  return (
    <>
      <Ahead path={ROUTES.members.path} />
      <MembersPage />
    </>
  );
}
