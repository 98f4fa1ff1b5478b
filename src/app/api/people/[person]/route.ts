import { answer, bodyJson, now } from "@/server/http";
import { updatePerson } from "@/server/people";
import { theStore } from "@/server/store";

export const PUT = (request: Request) =>
  answer(async () => ({ person: updatePerson(theStore(), await bodyJson(request), now()) }));
