import { changeHands } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.changeHands, (asked) => changeHands(asked, asked.who, asked.ask.session));
