import { memberIn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { awaitingFor } from "@/server/repositories/countersigning";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.awaiting, ({ store, who }) => ({ awaiting: awaitingFor(store, memberIn(who)!) }));
