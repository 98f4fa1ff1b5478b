import { serve } from "@/server/edge/serve";
import { saveSettings } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.saveSettings, ({ store, ids, ask }) => ({
  profile: saveSettings(store, ids.practitioner!, ask),
}));
