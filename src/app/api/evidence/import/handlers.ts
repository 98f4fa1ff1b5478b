import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { readEvidenceFile } from "@/server/exchange/evidence-exchange";
import { currentChanges, saveEvidence } from "@/server/repositories/evidence";
import { ROUTES } from "@/wire/routes";

/** Puts an evidence file in force as a new version: all of it, or nothing. */
export const POST = serve(ROUTES.importEvidence, ({ store, ask: { content, by, reason } }) => ({
  saved: saveEvidence(store, { changes: readEvidenceFile(content ?? "", currentChanges(store)), by, reason }, now()),
}));
