import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { examFileText, exportExam, exportFindings } from "@/server/exchange/exchange";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportExam, ({ store, ids, ask }) => {
  const exam = ids.exam!;
  return ask.as === "json"
    ? download(examFileText(exportExam(store, exam, now())), `exam-${exam}.json`, "application/json; charset=utf-8")
    : download(exportFindings(store, exam), `findings-${exam}.csv`, "text/csv; charset=utf-8");
});
