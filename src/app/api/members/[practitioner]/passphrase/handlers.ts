import { members, resetAccount } from "@/server/accounts/accounts";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.resetAccount, async ({ store, ids, ask }) => {
  await resetAccount(store, ids.practitioner!, ask.passphrase, now());
  return { members: members(store) };
});
