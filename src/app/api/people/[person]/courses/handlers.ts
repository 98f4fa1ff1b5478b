import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { courseBranches } from "@/server/repositories/merge";
import { findProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.courses, async ({ store, ids, who }) => {
  const told = await heavy(
    "coursesOf",
    ids.person!,
    now().slice(0, 10),
    findProfile(store, memberIn(who)?.id ?? "")?.settings.work.sendOn,
  );
  return {
    ...told,
    continued: courseBranches(
      store,
      told.courses.map(({ episode }) => episode),
    ),
  };
});
