import { currentChanges, saveEvidence } from "@/server/repositories/evidence";
import { readEvidenceFile } from "@/server/exchange/evidence-exchange";
import { answer, bodyJson, now } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

/** Puts an evidence file in force as a new version: all of it, or nothing. */
export const POST = (request: Request) =>
  answer(async () => {
    const { content, by, reason } = (await bodyJson(request)) as { content?: unknown; by?: unknown; reason?: unknown };
    const changes = readEvidenceFile(String(content ?? ""), currentChanges(theStore()));
    return { saved: saveEvidence(theStore(), { changes, by, reason }, now()) };
  });
