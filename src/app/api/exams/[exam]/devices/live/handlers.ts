import { serve } from "@/server/edge/serve";
import { deviceStream } from "@/server/live/streams";
import { LIVE_HEADERS } from "@/server/edge/event-stream";
import { noSuchExam } from "@/server/repositories/exams";
import { whoseExam } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.hearDevices, ({ store, ids, request, stillMay }) => {
  if (whoseExam(store, ids.exam!) === null) noSuchExam(ids.exam!);
  const last = Number(request.headers.get("last-event-id") ?? NaN);
  const told = { signal: request.signal, mayHear: stillMay };
  return new Response(deviceStream(ids.exam!, Number.isInteger(last) ? last : null, told), LIVE_HEADERS);
});
