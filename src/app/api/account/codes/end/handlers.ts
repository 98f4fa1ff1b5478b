import { assertPassphrase, endCodes, signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.endCodes, async (asked) => {
  await assertPassphrase(asked, signedIn(asked.who).member.id, asked.ask.passphrase);
  return endCodes(asked, asked.ask.passphrase);
});
