import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportExam, async ({ ids, ask }) => {
  const exam = ids.exam!;
  return ask.as === "json"
    ? download(await heavy("exportExam", exam, now()), `exam-${exam}.json`, "application/json; charset=utf-8")
    : download(await heavy("exportFindings", exam), `findings-${exam}.csv`, "text/csv; charset=utf-8");
});
