import { answer, bodyJson } from "@/server/http";
import { saveProfile } from "@/server/practitioners";
import { theStore } from "@/server/store";

export const POST = (request: Request) =>
  answer(async () => ({ profile: saveProfile(theStore(), await bodyJson(request)) }));
