import { ownAccount } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.ownAccount, (asked) => ownAccount(asked, asked.who));
