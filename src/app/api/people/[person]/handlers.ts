import { refuse } from "@/core/base";
import { entered } from "@/server/accounts/front-desk";
import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { updatePerson } from "@/server/repositories/people";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.changePerson, ({ store, ids, ask, who }) => {
  if ((ask as { id?: unknown } | null)?.id !== ids.person)
    refuse("person › id", "is not the person of this address", "Send it to the address of the person it is about.");
  return { person: updatePerson(store, entered(store, who, ask), { now: now(), actor: sayerIn(who) }) };
});
