import { SystemsPage } from "@/ui/settings/systems-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export const metadata = { title: "Other systems · Dust Lantern" };

export default function SystemsRoute() {
  return (
    <>
      <Ahead path={ROUTES.tokens.path} />
      <SystemsPage />
    </>
  );
}
