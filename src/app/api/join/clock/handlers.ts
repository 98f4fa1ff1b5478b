import { serve } from "@/server/edge/serve";
import { whichDevice } from "@/server/live/cookie";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.joinedClock, ({ request }) => {
  whichDevice(request);
  return { nowMs: Date.now() };
});
