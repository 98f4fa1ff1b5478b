import { InputError } from "@/core/base";
import { sayerIn } from "@/server/accounts/who";
import { tellErasure } from "@/server/backup/erasures";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { erasePerson, keepingPage } from "@/server/repositories/erasure";
import { clearSoon } from "@/server/repositories/scrub";
import { findPerson } from "@/server/repositories/people";
import { ROUTES } from "@/wire/routes";

/** So long an answer waits for a back-up or a check to end; after that the page says that it is still being cleared. */
const WAITS_MS = 5000;

export const POST = serve(ROUTES.erase, async ({ store, ids, who, ask: { number, because, reason } }) => {
  const person = findPerson(store, ids.person!);
  if (person && person.number !== number.trim())
    throw new InputError([
      { where: "number", what: "is not this person's number", todo: "Write the number as it stands beside the name." },
    ]);
  const said = { now: now(), actor: sayerIn(who) };
  tellErasure(store, erasePerson(store, { person: ids.person, because, reason }, said));
  await clearSoon(store, WAITS_MS);
  return keepingPage(store, said.now.slice(0, 10));
});
