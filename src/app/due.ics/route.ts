import { answerCalendar } from "@/server/edge/systems";

export const dynamic = "force-dynamic";

export const GET = (request: Request): Response => answerCalendar(request);
