import { answerFhir } from "@/server/edge/systems";

export const dynamic = "force-dynamic";

type Context = { params: Promise<{ path?: string[] }> };

export const GET = async (request: Request, { params }: Context): Promise<Response> =>
  answerFhir(request, ((await params).path ?? []).map(decodeURIComponent));
