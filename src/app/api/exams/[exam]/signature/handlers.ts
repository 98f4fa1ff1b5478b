import { serve } from "@/server/edge/serve";
import { standing } from "@/server/repositories/countersigning";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.signature, ({ store, ids }) => standing(store, ids.exam!));
