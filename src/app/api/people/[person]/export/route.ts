import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { examFileText, exportPerson } from "@/server/exchange/exchange";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportPerson, ({ store, ids }) =>
  download(
    examFileText(exportPerson(store, ids.person!, now())),
    `person-${ids.person}.json`,
    "application/json; charset=utf-8",
  ),
);
