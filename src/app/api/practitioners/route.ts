import { serve } from "@/server/edge/serve";
import { saveProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.saveProfile, ({ store, ask }) => ({ profile: saveProfile(store, ask) }));
