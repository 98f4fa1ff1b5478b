import { serve } from "@/server/edge/serve";
import { searchLog } from "@/server/log/access-log";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.log, ({ store, ask: { q, before } }) =>
  searchLog(store, { q, before: before === undefined ? undefined : Number(before) }),
);
