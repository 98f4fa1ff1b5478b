import { ADDRESS_HEADER } from "@/server/accounts/auth";
import { countTry, forgetTries } from "@/server/accounts/limits";
import { RequestError, UNKEPT } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { joinedCookie, whichDevice } from "@/server/live/cookie";
import { join } from "@/server/live/hub";
import { ROUTES } from "@/wire/routes";

const told = ({ role, sign }: ReturnType<typeof whichDevice>["device"]) => ({ role, sign });

export const GET = serve(ROUTES.joined, ({ request }) => told(whichDevice(request).device));

export const POST = serve(ROUTES.join, async ({ store, ask: { code }, request }) => {
  const address = request.headers.get(ADDRESS_HEADER) ?? "";
  const joined = join(code, Date.now());
  if (!joined) {
    await countTry(store, `join ${address}`, address);
    throw new RequestError(403, {
      where: "code",
      what: "is none that stands: it is used once, within two minutes",
      todo: "Ask for a new one, and enter it as it is shown.",
    });
  }
  await forgetTries(store, `join ${address}`);
  const { role, sign } = joined.device;
  return Response.json({ role, sign }, { headers: { ...UNKEPT, "set-cookie": joinedCookie(joined.token) } });
});
