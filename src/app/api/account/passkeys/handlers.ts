import { keepPasskey } from "@/server/accounts/passkeys";
import { signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.keepPasskey, (asked) => {
  signedIn(asked.who);
  return keepPasskey(asked, asked.ask.name.trim(), asked.ask.response);
});
