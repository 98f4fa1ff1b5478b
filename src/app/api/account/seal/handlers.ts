import { sealOf } from "@/server/accounts/accounts";
import { signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.seal, ({ store, who }) => ({ key: sealOf(store, signedIn(who).member.id) }));
