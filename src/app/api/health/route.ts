import { answer } from "@/server/edge/http";
import { theStore } from "@/server/store/store";

export const dynamic = "force-dynamic";

export const GET = () => answer(() => ({ store: theStore().path }));
