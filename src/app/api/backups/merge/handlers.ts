import { keySent } from "@/server/backup/keeper";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.mergeBackup, ({ ask }) =>
  heavy("mergeBackup", ask.file, keySent(ask), now(), ask.dryRun ? "dry run" : ""),
);
