import { answer } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

export const dynamic = "force-dynamic";

export const GET = () => answer(() => ({ store: theStore().path }));
