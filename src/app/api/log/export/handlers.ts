import { download } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { logCsv } from "@/server/log/log-csv";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportLog, ({ store }) =>
  download(logCsv(store), "access-log.csv", "text/csv; charset=utf-8"),
);
