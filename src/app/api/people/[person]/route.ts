import { refuse } from "@/core/base";
import { currentActor } from "@/server/edge/current-profile";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { updatePerson } from "@/server/repositories/people";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.changePerson, async ({ store, ids, ask }) => {
  if ((ask as { id?: unknown } | null)?.id !== ids.person)
    refuse("person › id", "is not the person of this address", "Send it to the address of the person it is about.");
  return { person: updatePerson(store, ask, { now: now(), actor: await currentActor() }) };
});
