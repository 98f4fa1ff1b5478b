import { signInByPasskey } from "@/server/accounts/passkeys";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.signInByPasskey, (asked) => signInByPasskey(asked, asked.ask.response));
