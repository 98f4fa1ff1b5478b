import { currentActor } from "@/server/edge/current-profile";
import { answer, bodyJson, now } from "@/server/edge/http";
import { updatePerson } from "@/server/repositories/people";
import { theStore } from "@/server/store/open";

export const PUT = (request: Request) =>
  answer(async () => ({
    person: updatePerson(theStore(), await bodyJson(request), { now: now(), actor: await currentActor() }),
  }));
