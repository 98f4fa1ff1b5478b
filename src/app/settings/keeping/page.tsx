import { KeepingPage } from "@/ui/keeping/keeping-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export const metadata = { title: "Keeping and erasing · Dust Lantern" };

export default function KeepingRoute() {
  return (
    <>
      <Ahead path={ROUTES.keeping.path} />
      <KeepingPage />
    </>
  );
}
