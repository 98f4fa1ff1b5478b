import { answer } from "@/server/http";
import { theStore } from "@/server/store";

export const dynamic = "force-dynamic";

export const GET = () => answer(() => ({ store: theStore().path }));
