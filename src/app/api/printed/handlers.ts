import { assertMaySee } from "@/server/accounts/granted";
import { serve } from "@/server/edge/serve";
import { notePrinted } from "@/server/log/noted";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.notePrint, ({ store, ask, who, request }) => {
  const ids = assertMaySee(store, who, ask.record, Date.now());
  notePrinted({ store, who, ids, ask, request });
  return { done: true };
});
