import { dispatcher } from "@/server/edge/dispatch";
import { answerTapsBy } from "@/server/edge/taps";
import { HANDLERS } from "../handlers";

export const dynamic = "force-dynamic";

const answered = dispatcher(HANDLERS);
answerTapsBy(answered);
export { answered as GET, answered as POST, answered as PUT };
