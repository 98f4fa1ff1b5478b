import { currentActor } from "@/server/edge/current-profile";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { addPerson, searchPeople } from "@/server/repositories/people";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.searchPeople, ({ store, ask }) => ({ people: searchPeople(store, ask.q ?? "") }));

export const POST = serve(ROUTES.addPerson, async ({ store, ask: { person, confirmed = false } }) => ({
  person: addPerson(store, person, { now: now(), actor: await currentActor(), confirmed }),
}));
