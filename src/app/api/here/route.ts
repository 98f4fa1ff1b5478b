import { missedBackup } from "@/server/backup/keeper";
import { currentProfile } from "@/server/edge/current-profile";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { currentVersion } from "@/server/repositories/evidence";
import { ROUTES } from "@/wire/routes";

export const dynamic = "force-dynamic";

export const GET = serve(ROUTES.here, async ({ store }) => ({
  profile: await currentProfile(),
  evidence: currentVersion(store),
  missedBackup: missedBackup(store, now()),
  now: now(),
}));
