import { unlock } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.unlock, ({ store, who, ask }) => {
  unlock(store, who, ask.code);
  return { done: true };
});
