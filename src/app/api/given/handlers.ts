import { refuse } from "@/core/base";
import { inviteHelper, invitationsOf } from "@/server/accounts/helping";
import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { keysBy } from "@/server/live/hub";
import { openedBy } from "@/server/live/wrong-code";
import { givenTo } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.given, ({ store, who }) => {
  const { id } = memberIn(who)!;
  return { given: [...invitationsOf(store, id, Date.now()), ...givenTo(store, id)] };
});

/** A helper enters the code that stands on the screen of whoever examines: it is they who invite. */
export const POST = serve(ROUTES.takeKeys, async ({ store, who, request, ask: { code } }) => {
  const { id, role } = memberIn(who)!;
  if (role !== "helper")
    refuse("you", "work here as somebody else than a helper", "A code for the keys is for a helper's own account.");
  const { exam, by } = await openedBy(store, request, "keys", () => keysBy(code, Date.now()));
  inviteHelper(store, exam, id, true, { now: now(), actor: by });
  return { exam };
});
