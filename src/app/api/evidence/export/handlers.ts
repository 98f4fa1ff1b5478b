import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { evidenceCsv, evidenceFileText } from "@/server/exchange/evidence-exchange";
import { currentChanges } from "@/server/repositories/evidence";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportEvidence, ({ store, ask }) => {
  const changes = currentChanges(store);
  return ask.as === "csv"
    ? download(evidenceCsv(changes), "evidence.csv", "text/csv; charset=utf-8")
    : download(evidenceFileText(changes, now()), "evidence.json", "application/json");
});
