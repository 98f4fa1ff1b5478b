import { beginPasskey } from "@/server/accounts/passkeys";
import { signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.beginPasskey, (asked) =>
  beginPasskey(asked, signedIn(asked.who).member.id, asked.ask.passphrase),
);
