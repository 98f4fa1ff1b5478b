import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.incoming, ({ ask: { isTrial, ...incoming }, who }) =>
  heavy("takeIn", JSON.stringify(incoming), JSON.stringify({ now: now(), actor: sayerIn(who), isTrial })),
);
