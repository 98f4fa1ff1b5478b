import { entranceOf } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { allProfiles } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.door, ({ store, who }) => {
  const entrance = entranceOf(store);
  const profiles = entrance === "first" ? allProfiles(store) : [];
  const isLocked = who.kind === "session" && who.session.lockedAt !== null;
  return { entrance, isLocked, profiles: profiles.map(({ id, name, registration }) => ({ id, name, registration })) };
});
