import { InputError, refuse } from "@/core/base";
import { appendEvents, eventsAfter, noSuchExam } from "@/server/repositories/exams";
import { answer, bodyJson, now } from "@/server/edge/http";
import { assertKnownActor } from "@/server/repositories/practitioners";
import { theStore } from "@/server/store/open";

type Context = { params: Promise<{ exam: string }> };

const MOST_AT_ONCE = 200;

export const GET = (request: Request, { params }: Context) =>
  answer(async () => {
    const { exam } = await params;
    const after = Number(new URL(request.url).searchParams.get("after") ?? 0);
    if (!Number.isInteger(after) || after < 0) refuse("after", "is not a position", "Use a whole number, 0 or more.");
    return eventsAfter(theStore(), exam, after) ?? noSuchExam(exam);
  });

export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    const { exam } = await params;
    const { events } = (await bodyJson(request)) as { events?: unknown };
    if (!Array.isArray(events)) refuse("events", "is not a list", "Send a list of events.");
    if (events.length > MOST_AT_ONCE)
      throw new InputError([
        { where: "events", what: `holds more than ${MOST_AT_ONCE} events`, todo: "Send fewer at once." },
      ]);
    const store = theStore();
    events.forEach((event) => assertKnownActor(store, event));
    return appendEvents(store, exam, events, now());
  });
