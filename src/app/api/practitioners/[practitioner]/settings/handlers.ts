import { assertOwn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { saveSettings } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.saveSettings, ({ store, ids, ask, who }) => {
  assertOwn(who, ids.practitioner!);
  return { profile: saveSettings(store, ids.practitioner!, ask) };
});
