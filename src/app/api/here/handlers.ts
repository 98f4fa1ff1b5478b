import { hasLockCode } from "@/server/accounts/accounts";
import { actsOf, memberIn } from "@/server/accounts/who";
import { missedBackup } from "@/server/backup/keeper";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { awaitingFor } from "@/server/repositories/countersigning";
import { clinicErrors, clinicWords } from "@/server/repositories/clinic";
import { currentVersion } from "@/server/repositories/evidence";
import { findProfile } from "@/server/repositories/practitioners";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.here, ({ store, who }) => {
  const member = memberIn(who)!;
  return {
    profile: findProfile(store, member.id),
    acts: actsOf(member),
    account: who.kind === "session" ? { canLock: hasLockCode(store, member.id) } : null,
    awaiting: awaitingFor(store, member).length,
    words: clinicWords(store),
    errors: clinicErrors(store),
    evidence: currentVersion(store),
    missedBackup: actsOf(member).includes("look after back-ups") ? missedBackup(store, now()) : null,
    now: now(),
  };
});
