import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { saySentence } from "@/server/repositories/clinic";
import { ROUTES } from "@/wire/routes";

export const PUT = serve(ROUTES.saySentence, ({ store, who, ask }) => ({
  words: saySentence(store, ask.shipped, ask.own, { now: now(), actor: sayerIn(who) }),
}));
