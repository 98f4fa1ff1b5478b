import { saveEvidence } from "@/server/repositories/evidence";
import { answer, bodyJson, now } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

export const POST = (request: Request) =>
  answer(async () => ({ saved: saveEvidence(theStore(), await bodyJson(request), now()) }));
