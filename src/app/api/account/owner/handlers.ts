import { makeOwner } from "@/server/accounts/accounts";
import { signIn } from "@/server/accounts/signing-in";
import { assertMay, entranceOf } from "@/server/accounts/who";
import { now, RequestError } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { ROUTES } from "@/wire/routes";

/** Only in a store that nobody has an account in: from then on, the owner makes them. */
export const POST = serve(ROUTES.makeOwner, async (asked) => {
  const { store, ask, who } = asked;
  const entrance = entranceOf(store);
  if (entrance === "accounts")
    throw new RequestError(409, { where: "owner", what: "is there already", todo: "Sign in, or ask the owner." });
  if (entrance === "here") assertMay(who, "change who works here", null);
  await makeOwner(store, ask, now());
  return signIn(asked, ask.signIn, ask.passphrase);
});
