import { refuse } from "@/core/base";
import { isEncrypted } from "@/server/accounts/auth";
import { assertOwn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { PROFILE_COOKIE } from "@/server/edge/profile-cookie";
import { findProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

const A_YEAR_SECONDS = 31_536_000;

export const POST = serve(ROUTES.chooseProfile, ({ store, ids, who }) => {
  assertOwn(who, ids.practitioner!);
  const profile =
    findProfile(store, ids.practitioner!) ??
    refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
  return Response.json(
    { profile },
    {
      headers: {
        "cache-control": "no-store",
        "set-cookie": `${PROFILE_COOKIE}=${profile.id}; Path=/; Max-Age=${A_YEAR_SECONDS}; HttpOnly; SameSite=Strict${isEncrypted() ? "; Secure" : ""}`,
      },
    },
  );
});
