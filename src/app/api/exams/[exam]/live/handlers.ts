import { LIVE_HEADERS } from "@/server/edge/event-stream";
import { liveStream } from "@/server/edge/live";
import { serve } from "@/server/edge/serve";
import { noSuchExam } from "@/server/repositories/exams";
import { endOf } from "@/server/repositories/streams";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.liveEvents, ({ store, ids, request, stillMay }) => {
  const exam = ids.exam!;
  const end = () => endOf(store, "exam", exam);
  if (!end()) noSuchExam(exam);
  return new Response(liveStream({ exam, end, mayHear: stillMay, signal: request.signal }), LIVE_HEADERS);
});
