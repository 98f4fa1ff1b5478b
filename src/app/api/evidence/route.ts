import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { saveEvidence } from "@/server/repositories/evidence";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.saveEvidence, ({ store, ask }) => ({ saved: saveEvidence(store, ask, now()) }));
