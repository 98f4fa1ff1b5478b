import { answer, bodyJson } from "@/server/edge/http";
import { saveSettings } from "@/server/repositories/practitioners";
import { theStore } from "@/server/store/open";

type Context = { params: Promise<{ practitioner: string }> };

export const PUT = (request: Request, { params }: Context) =>
  answer(async () => ({ profile: saveSettings(theStore(), (await params).practitioner, await bodyJson(request)) }));
