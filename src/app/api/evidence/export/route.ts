import { evidenceCsv, evidenceFileText } from "@/server/exchange/evidence-exchange";
import { currentChanges } from "@/server/repositories/evidence";
import { answer, download, now } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

export const GET = (request: Request) =>
  answer(() => {
    const changes = currentChanges(theStore());
    return new URL(request.url).searchParams.get("as") === "csv"
      ? download(evidenceCsv(changes), "evidence.csv", "text/csv; charset=utf-8")
      : download(evidenceFileText(changes, now()), "evidence.json", "application/json");
  });
