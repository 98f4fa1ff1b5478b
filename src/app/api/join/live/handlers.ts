import { LIVE_HEADERS } from "@/server/edge/event-stream";
import { serve } from "@/server/edge/serve";
import { tokenOf, whichDevice } from "@/server/live/cookie";
import { shownStream } from "@/server/live/streams";
import { ROUTES } from "@/wire/routes";

export const GET = serve(
  ROUTES.joinedLive,
  ({ request }) => new Response(shownStream(whichDevice(request), tokenOf(request), request.signal), LIVE_HEADERS),
);
