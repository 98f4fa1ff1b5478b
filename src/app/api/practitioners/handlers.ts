import { assertOwn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { allProfiles, saveProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.profiles, ({ store }) => ({ profiles: allProfiles(store) }));

export const POST = serve(ROUTES.saveProfile, ({ store, ask, who }) => {
  assertOwn(who, (ask as { id?: unknown } | null)?.id);
  return { profile: saveProfile(store, ask) };
});
