import { setLockCode } from "@/server/accounts/accounts";
import { assertPassphrase, signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.chooseLockCode, async (asked) => {
  const { store, ask, who } = asked;
  const { id } = signedIn(who).member;
  await assertPassphrase(asked, id, ask.passphrase);
  setLockCode(store, id, ask.code);
  return { done: true };
});
