import { memberIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { announce } from "@/server/edge/live";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.importExam, async ({ ask, who }) => {
  const taken = await heavy("importExam", ask ?? "", now(), memberIn(who)?.id || null);
  taken.exams.forEach(announce);
  return taken;
});
