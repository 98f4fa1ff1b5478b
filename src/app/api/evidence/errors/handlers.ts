import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { keepOwnError, ownErrorsOf, withdrawOwnError } from "@/server/repositories/clinic";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.ownErrors, ({ store }) => ({ errors: ownErrorsOf(store) }));

export const POST = serve(ROUTES.keepOwnError, ({ store, who, ask: { error, of } }) => ({
  errors: keepOwnError(store, error, of, { now: now(), actor: sayerIn(who) }),
}));

export const PUT = serve(ROUTES.withdrawOwnError, ({ store, who, ask: { error } }) => ({
  errors: withdrawOwnError(store, error, { now: now(), actor: sayerIn(who) }),
}));
