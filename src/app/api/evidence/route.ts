import { saveEvidence } from "@/server/evidence";
import { answer, bodyJson, now } from "@/server/http";
import { theStore } from "@/server/store";

export const POST = (request: Request) =>
  answer(async () => ({ saved: saveEvidence(theStore(), await bodyJson(request), now()) }));
