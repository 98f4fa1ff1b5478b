import { evidenceCsv, evidenceFileText } from "@/server/evidence-exchange";
import { currentChanges } from "@/server/evidence";
import { answer, download, now } from "@/server/http";
import { theStore } from "@/server/store";

export const GET = (request: Request) =>
  answer(() => {
    const changes = currentChanges(theStore());
    return new URL(request.url).searchParams.get("as") === "csv"
      ? download(evidenceCsv(changes), "evidence.csv", "text/csv; charset=utf-8")
      : download(evidenceFileText(changes, now()), "evidence.json", "application/json");
  });
