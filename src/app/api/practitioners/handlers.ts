import { assertMayName, assertOwn, sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { allProfiles, saveProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.profiles, ({ store }) => ({ profiles: allProfiles(store) }));

export const POST = serve(ROUTES.saveProfile, ({ store, ask, who }) => {
  const sent = (ask ?? {}) as { id?: unknown; name?: unknown; registration?: unknown };
  assertOwn(who, sent.id);
  assertMayName(store, who, sent);
  return { profile: saveProfile(store, ask, { now: now(), actor: sayerIn(who) }) };
});
