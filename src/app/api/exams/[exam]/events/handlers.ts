import { senderProblem } from "@/server/accounts/sender";
import { now } from "@/server/edge/http";
import { announce } from "@/server/edge/live";
import { serve } from "@/server/edge/serve";
import { endAll } from "@/server/live/hub";
import { appendTogether, eventsAfter, noSuchExam } from "@/server/repositories/exams";
import { isSigned } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

export const GET = serve(
  ROUTES.eventsAfter,
  ({ store, ids, ask }) => eventsAfter(store, ids.exam!, Number(ask.after ?? 0)) ?? noSuchExam(ids.exam!),
);

export const POST = serve(ROUTES.appendEvents, async ({ store, ids, ask, who }) => {
  const taken = await appendTogether(store, ids.exam!, ask.events ?? [], now(), senderProblem(who));
  announce(ids.exam!);
  const isSigning = (ask.events ?? []).some((event) => (event as { type?: unknown } | null)?.type === "exam-signed");
  if (isSigning && isSigned(store, ids.exam!)) endAll(ids.exam!);
  return taken;
});
