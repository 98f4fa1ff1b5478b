import { refuse } from "@/core/base";
import { examFileText, exportExam, exportFindings } from "@/server/exchange/exchange";
import { answer, download, now } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

type Context = { params: Promise<{ exam: string }> };

export const GET = (request: Request, { params }: Context) =>
  answer(async () => {
    const { exam } = await params;
    const as = new URL(request.url).searchParams.get("as");
    if (as === "json")
      return download(
        examFileText(exportExam(theStore(), exam, now())),
        `exam-${exam}.json`,
        "application/json; charset=utf-8",
      );
    if (as === "csv")
      return download(exportFindings(theStore(), exam), `findings-${exam}.csv`, "text/csv; charset=utf-8");
    return refuse("as", "is neither json nor csv", "Choose one of the two.");
  });
