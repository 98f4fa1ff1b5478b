import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { appendEpisodeEvents } from "@/server/repositories/episodes";
import { actorProblem } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.courseEvents, ({ store, ids, ask }) =>
  appendEpisodeEvents(store, ids.episode!, ask.events ?? [], now(), actorProblem),
);
