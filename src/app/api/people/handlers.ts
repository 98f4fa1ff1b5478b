import { entered } from "@/server/accounts/front-desk";
import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { addPerson, searchPeople } from "@/server/repositories/people";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.searchPeople, ({ store, ask }) => ({
  people: searchPeople(store, ask.q ?? ""),
}));

export const POST = serve(ROUTES.addPerson, ({ store, ask: { person, confirmed = false }, who }) => ({
  person: addPerson(store, entered(store, who, person), { now: now(), actor: sayerIn(who), confirmed }),
}));
