import { UNKEPT } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { leftCookie, tokenOf } from "@/server/live/cookie";
import { joinedBy, sendOff } from "@/server/live/hub";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.leave, ({ request }) => {
  const joined = joinedBy(tokenOf(request), Date.now());
  if (joined) sendOff(joined.exam, joined.device.id);
  return Response.json({ hasLeft: joined !== null }, { headers: { ...UNKEPT, "set-cookie": leftCookie() } });
});
