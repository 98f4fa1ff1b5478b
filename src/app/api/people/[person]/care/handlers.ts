import { carePage, changeCare } from "@/server/accounts/care";
import { memberIn, sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.care, ({ store, ids, who }) =>
  carePage(store, ids.person!, memberIn(who)!, Date.now()),
);

export const POST = serve(ROUTES.changeCare, ({ store, ids, who, ask }) => {
  const member = memberIn(who)!;
  changeCare(store, ids.person!, ask, member, { now: now(), actor: sayerIn(who) });
  return carePage(store, ids.person!, member, Date.now());
});
