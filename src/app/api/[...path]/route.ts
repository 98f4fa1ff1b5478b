import { dispatcher } from "@/server/edge/dispatch";
import { answerStraightBy } from "@/server/edge/straight";
import { HANDLERS } from "../handlers";

export const dynamic = "force-dynamic";

const answered = dispatcher(HANDLERS);
answerStraightBy(answered);
export { answered as GET, answered as POST, answered as PUT };
