import { memberIn } from "@/server/accounts/who";
import { RequestError } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { examPage } from "@/server/repositories/exam-page";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.examPage, ({ store, ids, who }) => {
  const page = examPage(store, ids.exam!);
  if (!page)
    throw new RequestError(404, {
      where: "exam",
      what: "is not in this store",
      todo: "Open it from the roster, or import its file.",
    });
  return memberIn(who)?.role === "helper" ? { ...page, isAtKeys: true } : page;
});
