import { senderProblem } from "@/server/accounts/sender";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { appendEpisodeEvents } from "@/server/repositories/episodes";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.courseEvents, ({ store, ids, ask, who }) =>
  appendEpisodeEvents(store, ids.episode!, ask.events ?? [], now(), senderProblem(who)),
);
