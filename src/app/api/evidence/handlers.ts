import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { currentChanges, evidenceHistory, saveEvidence } from "@/server/repositories/evidence";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.evidence, ({ store }) => ({
  changes: currentChanges(store),
  history: evidenceHistory(store).map(({ changes: _changes, ...row }) => row),
}));

export const POST = serve(ROUTES.saveEvidence, ({ store, ask }) => ({ saved: saveEvidence(store, ask, now()) }));
