import { BackupsPage } from "@/ui/backups/backups-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export const metadata = { title: "Back-ups · Dust Lantern" };

export default function BackupsRoute() {
  return (
    <>
      <Ahead path={ROUTES.backups.path} />
      <BackupsPage />
    </>
  );
}
