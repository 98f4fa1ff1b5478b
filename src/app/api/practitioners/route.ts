import { serve } from "@/server/edge/serve";
import { allProfiles, saveProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.profiles, ({ store }) => ({ profiles: allProfiles(store) }));

export const POST = serve(ROUTES.saveProfile, ({ store, ask }) => ({ profile: saveProfile(store, ask) }));
