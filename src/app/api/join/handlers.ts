import { UNKEPT } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { joinedCookie, whichDevice } from "@/server/live/cookie";
import { join } from "@/server/live/hub";
import { openedBy } from "@/server/live/wrong-code";
import { ROUTES } from "@/wire/routes";

const told = ({ role, sign }: ReturnType<typeof whichDevice>["device"]) => ({ role, sign });

export const GET = serve(ROUTES.joined, ({ request }) => told(whichDevice(request).device));

export const POST = serve(ROUTES.join, async ({ store, ask: { code }, request }) => {
  const joined = await openedBy(store, request, "join", () => join(code, Date.now()));
  const { role, sign } = joined.device;
  return Response.json({ role, sign }, { headers: { ...UNKEPT, "set-cookie": joinedCookie(joined.token) } });
});
