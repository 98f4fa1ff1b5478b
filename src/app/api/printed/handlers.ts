import { serve } from "@/server/edge/serve";
import { notePrinted } from "@/server/log/noted";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.notePrint, ({ store, ask, who, request }) => {
  notePrinted({ store, who, ids: { exam: ask.record }, ask, request });
  return { done: true };
});
