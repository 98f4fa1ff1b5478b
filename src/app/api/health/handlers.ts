import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.health, ({ store }) => ({
  store: store.sqlite.readonly ? "read only" : "open",
  now: now(),
}));
