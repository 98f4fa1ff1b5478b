import { setTeam } from "@/server/accounts/care";
import { sayerIn } from "@/server/accounts/who";
import { now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { clinicOf } from "@/server/repositories/clinic";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.team, ({ store }) => ({ team: clinicOf(store).team }));

export const PUT = serve(ROUTES.setTeam, ({ store, who, ask }) => {
  setTeam(store, ask.team, { now: now(), actor: sayerIn(who) });
  return { team: clinicOf(store).team };
});
