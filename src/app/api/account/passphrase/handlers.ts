import { passphraseProblem } from "@/server/accounts/passphrase";
import { signInNameOf } from "@/server/accounts/accounts";
import { assertPassphrase, changePassphrase, signedIn } from "@/server/accounts/signing-in";
import { serve } from "@/server/edge/serve";
import { InputError } from "@/core/base";
import { ROUTES } from "@/wire/routes";

export const POST = serve(ROUTES.changePassphrase, async (asked) => {
  const { store, ask, who } = asked;
  const { id, name } = signedIn(who).member;
  await assertPassphrase(asked, id, ask.now);
  const problem = await passphraseProblem(ask.next, [name, signInNameOf(store, id) ?? ""]);
  if (problem) throw new InputError([problem]);
  return changePassphrase(asked, ask);
});
