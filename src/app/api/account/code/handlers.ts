import { giveCode } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.giveCode, (asked) => giveCode(asked, asked.ask.code, asked.ask.kind, Date.now()));
