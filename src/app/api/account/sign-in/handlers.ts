import { signIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.signIn, (asked) => signIn(asked, asked.ask.signIn, asked.ask.passphrase));
