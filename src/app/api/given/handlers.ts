import { invitationsOf } from "@/server/accounts/helping";
import { memberIn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { givenTo } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.given, ({ store, who }) => {
  const { id } = memberIn(who)!;
  return { given: [...invitationsOf(store, id, Date.now()), ...givenTo(store, id)] };
});
