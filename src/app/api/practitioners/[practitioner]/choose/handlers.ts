import { refuse } from "@/core/base";
import { assertOwn } from "@/server/accounts/who";
import { UNKEPT } from "@/server/edge/http";
import { profileCookie } from "@/server/edge/profile-cookie";
import { serve } from "@/server/edge/serve";
import { findProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.chooseProfile, ({ store, ids, who }) => {
  assertOwn(who, ids.practitioner!);
  const profile =
    findProfile(store, ids.practitioner!) ??
    refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
  return Response.json({ profile }, { headers: { ...UNKEPT, "set-cookie": profileCookie(profile.id) } });
});
