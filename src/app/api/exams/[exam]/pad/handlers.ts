import { serve } from "@/server/edge/serve";
import { showOnPads } from "@/server/live/hub";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.showOnPad, ({ ids, ask }) => ({ pads: showOnPads(ids.exam!, ask) }));
