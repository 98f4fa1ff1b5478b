import { answer, bodyJson, now } from "@/server/edge/http";
import { updatePerson } from "@/server/repositories/people";
import { theStore } from "@/server/store/store";

export const PUT = (request: Request) =>
  answer(async () => ({ person: updatePerson(theStore(), await bodyJson(request), now()) }));
