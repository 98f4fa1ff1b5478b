import { assertMay, sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { countersign, signatureFacts, standing } from "@/server/repositories/countersigning";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.countersign, ({ store, ids, ask, who }) => {
  const exam = ids.exam!;
  assertMay(who, "countersign", signatureFacts(store, exam));
  countersign(store, exam, ask.head, ask.reason, { now: now(), actor: sayerIn(who) });
  return standing(store, exam);
});
