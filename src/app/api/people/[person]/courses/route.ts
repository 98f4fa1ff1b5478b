import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { findProfile } from "@/server/repositories/practitioners";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.courses, ({ store, ids, who }) =>
  heavy(
    "coursesOf",
    ids.person!,
    now().slice(0, 10),
    findProfile(store, memberIn(who)?.id ?? "")?.settings.work.sendOn,
  ),
);
