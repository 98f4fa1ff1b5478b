import { changeMember, members } from "@/server/accounts/accounts";
import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.changeMember, ({ store, ids, ask, who }) => {
  changeMember(store, ids.practitioner!, ask.role, ask.hasLeft, { now: now(), actor: memberIn(who)! });
  return { members: members(store) };
});
