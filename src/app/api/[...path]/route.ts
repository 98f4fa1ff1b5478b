import { dispatcher } from "@/server/edge/dispatch";
import { HANDLERS } from "../handlers";

export const dynamic = "force-dynamic";

const answered = dispatcher(HANDLERS);
export { answered as GET, answered as POST, answered as PUT };
