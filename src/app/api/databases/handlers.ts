import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { databasesOf, knowDatabase } from "@/server/repositories/databases";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.databases, ({ store }) => databasesOf(store));

export const POST = serve(ROUTES.knowDatabase, ({ store, ask: { fingerprint, name }, who }) =>
  knowDatabase(store, fingerprint, name, { now: now(), actor: sayerIn(who) }),
);
