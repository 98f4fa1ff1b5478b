import { answer, bodyJson } from "@/server/http";
import { saveSettings } from "@/server/practitioners";
import { theStore } from "@/server/store";

type Context = { params: Promise<{ practitioner: string }> };

export const PUT = (request: Request, { params }: Context) =>
  answer(async () => ({ profile: saveSettings(theStore(), (await params).practitioner, await bodyJson(request)) }));
