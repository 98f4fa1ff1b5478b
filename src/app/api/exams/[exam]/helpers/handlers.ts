import { helpersOf, inviteHelper } from "@/server/accounts/helping";
import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.helpers, ({ store, ids }) => helpersOf(store, ids.exam!, Date.now()));

export const POST = serve(ROUTES.inviteHelper, ({ store, ids, who, ask: { helper, isInvited } }) => {
  inviteHelper(store, ids.exam!, helper, isInvited, { now: now(), actor: sayerIn(who) });
  return helpersOf(store, ids.exam!, Date.now());
});
