import { confirmCodes, signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.confirmCodes, (asked) =>
  confirmCodes(asked, signedIn(asked.who).member.id, asked.ask.code),
);
