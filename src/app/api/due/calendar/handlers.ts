import { seesFindings } from "@/server/accounts/fields";
import { memberIn } from "@/server/accounts/who";
import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { dueCalendar } from "@/server/exchange/due-calendar";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.dueCalendar, ({ store, who }) =>
  download(
    dueCalendar(store, now(), (person) => seesFindings(store, memberIn(who)!, person, Date.now())),
    "due.ics",
    "text/calendar; charset=utf-8",
  ),
);
