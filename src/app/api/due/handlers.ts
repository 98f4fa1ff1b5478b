import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { dueCourses } from "@/server/repositories/episodes";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.due, ({ store }) => ({ due: dueCourses(store, now().slice(0, 10)) }));
