import { addressIn } from "@/server/accounts/signing-in";
import { supervise, supervisors } from "@/server/accounts/supervising";
import { memberIn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.supervisors, ({ store }) => ({ supervisors: supervisors(store) }));

export const POST = serve(ROUTES.supervise, ({ store, ids, who, request, ask: { supervisor, code } }) =>
  supervise(
    store,
    { exam: ids.exam!, trainee: memberIn(who)!.id, address: addressIn(request) },
    supervisor,
    code,
    Date.now(),
  ),
);
