import { currentActor } from "@/server/edge/current-profile";
import { answer, bodyJson, now } from "@/server/edge/http";
import { addPerson, searchPeople } from "@/server/repositories/people";
import { theStore } from "@/server/store/open";

export const GET = (request: Request) =>
  answer(() => ({ people: searchPeople(theStore(), new URL(request.url).searchParams.get("q") ?? "") }));

export const POST = (request: Request) =>
  answer(async () => {
    const { person, confirmed } = (await bodyJson(request)) as { person?: unknown; confirmed?: unknown };
    const said = { now: now(), actor: await currentActor(), confirmed: confirmed === true };
    return { person: addPerson(theStore(), person, said) };
  });
