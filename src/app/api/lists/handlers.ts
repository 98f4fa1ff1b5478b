import { refuse } from "@/core/base";
import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { listPage } from "@/server/repositories/lists";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.listPeople, ({ store, ask, who }) => {
  const from = ask.from ?? "0";
  if (!/^\d{1,7}$/.test(from)) refuse("from", "is no whole number", "Leave it out for the first page.");
  return listPage(store, Number(from), now().slice(0, 10), memberIn(who));
});
