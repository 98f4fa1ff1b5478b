import type { Command } from "commander";
import { refuse, phrase } from "@/core";
import { addressOf, members, resetAccount } from "@/server/accounts/accounts";
import { openStore } from "@/server/store/open";
import { secretIn } from "./secret-file";

type Terminal = {
  readonly finish: (code: number) => void;
  readonly print: (value: unknown) => void;
  readonly say: (line: string) => void;
  readonly now: () => string;
  readonly exits: { readonly done: number };
};

/** Who works here, and a passphrase made anew by whoever has the store in their hands. */
export function memberCommands(root: Command, { finish, print, say, now, exits }: Terminal): void {
  root
    .command("members")
    .description("who works here, as what, and what they sign in with")
    .action(() => {
      print(members(openStore()));
      finish(exits.done);
    });
  root
    .command("passphrase <sign-in>")
    .description(
      "give an account a new passphrase: ends its sessions, and its one-time codes until they are set up again",
    )
    .requiredOption("--passphrase-file <path>", "a file whose first line is the new passphrase")
    .action(async (signIn: string, { passphraseFile }: { passphraseFile: string }) => {
      const store = openStore();
      const wanted = addressOf(signIn);
      const member = members(store).find((one) => one.signIn !== null && addressOf(one.signIn) === wanted);
      if (!member)
        return refuse("sign-in", phrase`nobody signs in as ${signIn}`, "Look at lantern members for the names.");
      await resetAccount(store, member.id, secretIn(passphraseFile, "--passphrase-file"), now());
      say(`${member.name} has a new passphrase, and is signed out everywhere.`);
      finish(exits.done);
    });
}
