import { answer, bodyJson } from "@/server/edge/http";
import { saveProfile } from "@/server/repositories/practitioners";
import { theStore } from "@/server/store/open";

export const POST = (request: Request) =>
  answer(async () => ({ profile: saveProfile(theStore(), await bodyJson(request)) }));
