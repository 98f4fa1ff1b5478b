import { endToken, tokensOf } from "@/server/accounts/tokens";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.endToken, ({ store, ids }) => {
  endToken(store, ids.token!, now());
  return { tokens: tokensOf(store) };
});
