import { endPasskey } from "@/server/accounts/passkeys";
import { signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.endPasskey, async (asked) => {
  await endPasskey(asked, signedIn(asked.who).member.id, asked.ask.id, asked.ask.passphrase);
  return { done: true };
});
