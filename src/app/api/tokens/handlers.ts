import { memberIn } from "@/server/accounts/who";
import { makeToken, tokensOf } from "@/server/accounts/tokens";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.tokens, ({ store }) => ({ tokens: tokensOf(store) }));

export const POST = serve(ROUTES.makeToken, ({ store, ask, who }) => {
  const token = makeToken(store, ask, { now: now(), by: memberIn(who)?.name ?? "" });
  return { token, tokens: tokensOf(store) };
});
