import { addMember, members } from "@/server/accounts/accounts";
import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.members, ({ store }) => ({ members: members(store) }));

export const POST = serve(ROUTES.addMember, async ({ store, ask, who }) => {
  await addMember(store, ask, { now: now(), actor: memberIn(who)! });
  return { members: members(store) };
});
