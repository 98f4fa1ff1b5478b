import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { importExam } from "@/server/exchange/exchange";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.importExam, ({ store, ask }) => importExam(store, ask ?? "", now()));
