import { endSession, endSessions } from "@/server/accounts/accounts";
import { signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.endSession, ({ store, who, ask }) => {
  const {
    member: { id },
    session: { token },
  } = signedIn(who);
  if (ask.session === null) endSessions(store, id, token);
  else endSession(store, id, ask.session);
  return { done: true };
});
