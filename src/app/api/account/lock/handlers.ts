import { hasLockCode, setLock } from "@/server/accounts/accounts";
import { signedIn } from "@/server/accounts/signing-in";
import { RequestError } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.lock, ({ store, who }) => {
  const { member, session } = signedIn(who);
  if (!hasLockCode(store, member.id))
    throw new RequestError(409, {
      where: "code",
      what: "has not been chosen",
      todo: "Choose one in the settings first.",
    });
  if (session.lockedAt === null) setLock(store, session.token, { lockedAt: Date.now(), lockTries: session.lockTries });
  return { done: true };
});
