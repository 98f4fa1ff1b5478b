import { seesClinical } from "@/server/accounts/front-desk";
import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { dueCalendar } from "@/server/exchange/due-calendar";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.dueCalendar, ({ store, who }) =>
  download(dueCalendar(seesClinical(who) ? store : null, now()), "due.ics", "text/calendar; charset=utf-8"),
);
