import { backUp, backUpAsPlanned, backupsOf, setUp, takeDown } from "@/server/backup/keeper";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.backups, ({ store }) => backupsOf(store, now()));

export const POST = serve(ROUTES.backUp, async ({ store, ask: { by } }) => ({
  run: await (by ? backUp(store, by.folder, by, now()) : backUpAsPlanned(store, now())),
}));

export const PUT = serve(ROUTES.planBackups, ({ store, ask: { plan } }) => {
  if (plan) setUp(store, plan, now());
  else takeDown(store);
  return backupsOf(store, now());
});
