import { refuse, phrase } from "@/core/base";
import { serve } from "@/server/edge/serve";
import { whichDevice } from "@/server/live/cookie";
import { hear } from "@/server/live/hub";
import { stopFrom } from "@/server/live/stop";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.joinedSay, ({ store, request, ask: { said } }) => {
  const joined = whichDevice(request);
  for (const [index, one] of said.entries()) {
    const where = `said › ${index + 1}`;
    if ((one.t?.length ?? 0) !== (one.v?.length ?? 0))
      refuse(where, "has more moments than numbers, or fewer", "Send one number for each moment.");
    if (!hear(joined, one))
      refuse(`${where} › says`, phrase`"${one.says}" is nothing that a ${joined.device.role} says`, "Leave it out.");
    if (one.says === "stop") stopFrom(store, joined, Date.now());
  }
  return { taken: said.length };
});
