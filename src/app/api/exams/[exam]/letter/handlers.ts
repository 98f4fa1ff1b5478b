import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.letter, ({ ids, ask }) => heavy("letter", ids.exam!, JSON.stringify(ask), now()));
