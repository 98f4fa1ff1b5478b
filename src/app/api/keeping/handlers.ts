import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { keepingPage, setRetention } from "@/server/repositories/erasure";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.keeping, ({ store }) => keepingPage(store, now().slice(0, 10)));

export const PUT = serve(ROUTES.setRetention, ({ store, who, ask }) => {
  setRetention(store, ask, { now: now(), actor: sayerIn(who) });
  return keepingPage(store, now().slice(0, 10));
});
