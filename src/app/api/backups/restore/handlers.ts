import { keySent } from "@/server/backup/keeper";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.restoreBackup, ({ ask }) => heavy("restoreBackup", ask.file, keySent(ask), ask.as));
