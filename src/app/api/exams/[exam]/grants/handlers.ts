import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { giveRecord, grantsOf } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.grants, ({ store, ids }) => grantsOf(store, ids.exam!));

export const POST = serve(ROUTES.giveRecord, ({ store, ids, ask, who }) => {
  giveRecord(store, ids.exam!, ask.reader, ask.reason, { now: now(), actor: sayerIn(who) });
  return grantsOf(store, ids.exam!);
});
