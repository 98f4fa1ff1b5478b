import { currentProfile } from "@/server/edge/current-profile";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.courses, async ({ ids }) =>
  heavy("coursesOf", ids.person!, now().slice(0, 10), (await currentProfile())?.settings.work.sendOn),
);
