import type { Command } from "commander";
import { phrase, refuse } from "@/core";
import { RESTORED_AS } from "@/server/backup/key-inside";
import { generateX25519Identity, identityToRecipient } from "age-encryption";
import type { Key, Lock } from "@/server/backup/age-file";
import { lookInto, makeBackup, mergeBackup, restoreBackup } from "@/server/backup/backup";
import { storePath } from "@/server/store/open";
import { secretIn } from "./secret-file";

type Terminal = {
  readonly finish: (code: number) => void;
  readonly print: (value: unknown) => void;
  readonly say: (line: string) => void;
  readonly now: () => string;
  readonly exits: { readonly done: number; readonly finding: number };
};

type KeyOptions = { passphraseFile?: string; identityFile?: string };

function keyOf({ passphraseFile, identityFile }: KeyOptions): Key {
  if (identityFile !== undefined) return { identity: secretIn(identityFile, "--identity-file") };
  if (passphraseFile !== undefined) return { passphrase: secretIn(passphraseFile, "--passphrase-file") };
  return refuse(
    "--passphrase-file",
    "is missing",
    "Name the file that holds the passphrase, or the secret key with --identity-file.",
  );
}

function lockOf({ passphraseFile, recipient }: { passphraseFile?: string; recipient?: string }): Lock {
  if (recipient !== undefined) return { recipient };
  if (passphraseFile !== undefined) return { passphrase: secretIn(passphraseFile, "--passphrase-file") };
  return refuse(
    "--passphrase-file",
    "is missing",
    "Name the file that holds the passphrase, or a public key with --recipient.",
  );
}

/** Shorter ones are tried through in weeks by whoever has the file. */
const SHORT = 12;

/** Back-up, and what is done with one. */
export function backupCommands(root: Command, { finish, print, say, now, exits }: Terminal): void {
  const ended = (faults: readonly string[]): void => {
    faults.forEach(say);
    if (faults.length) say("Something is wrong in what was copied; see above.");
    finish(faults.length ? exits.finding : exits.done);
  };
  const opening = (command: Command): Command =>
    command
      .argument("<file.age>", "a back-up")
      .option("--passphrase-file <path>", "the file that holds its passphrase")
      .option("--identity-file <path>", "the file that holds the secret key it was made for");

  root
    .command("backup")
    .description("copy the whole store, encrypted in the age format, while people work")
    .requiredOption("--to <file.age>", "the file to write, or a folder")
    .option("--passphrase-file <path>", "the file that holds the passphrase")
    .option("--recipient <public-key>", "a public key instead of a passphrase")
    .action(async ({ to, ...lock }: { to: string; passphraseFile?: string; recipient?: string }) => {
      const locked = lockOf(lock);
      if ("passphrase" in locked && locked.passphrase.length < SHORT)
        say(`The passphrase is short: use ${SHORT} letters or more, or five words that do not belong together.`);
      const { faults, ...made } = await makeBackup(storePath(), to, locked, { now: now() });
      print({ ...made, faults });
      ended(faults);
    });
  root
    .command("backup-key")
    .description("a new pair of keys for back-ups that make themselves: the secret half is kept away from this machine")
    .action(async () => {
      const identity = await generateX25519Identity();
      print({ identity, recipient: await identityToRecipient(identity) });
      finish(exits.done);
    });
  opening(root.command("look").description("open a back-up, walk every chain in it, and say what it holds")).action(
    async (file: string, key: KeyOptions) => {
      const looked = await lookInto(file, keyOf(key), file);
      print(looked);
      ended(looked.faults);
    },
  );
  opening(root.command("restore").description("put a back-up in the place of the store"))
    .option("--as <which>", "same: the database whose disk was lost; copy: one that goes on beside it, with a new key")
    .option("--replace", "also where the store holds what the back-up does not: it is moved aside")
    .action(async (file: string, { replace = false, as, ...key }: KeyOptions & { replace?: boolean; as?: string }) => {
      const which = RESTORED_AS.find((one) => one === as) ?? null;
      if (as !== undefined && which === null)
        refuse("--as", phrase`"${as}" is neither`, phrase`Use one of: ${RESTORED_AS.join(", ")}.`);
      const restored = await restoreBackup(file, keyOf(key), storePath(), { replace, now: now(), as: which });
      print(restored);
      if (restored.before) say(`The store that was there is kept as ${restored.before}.`);
      ended(restored.faults);
    });
  opening(root.command("merge").description("take in what a back-up holds and the store does not"))
    .option("--dry-run", "only say what would come of it")
    .action(async (file: string, { dryRun = false, ...key }: KeyOptions & { dryRun?: boolean }) => {
      const merged = await mergeBackup(file, keyOf(key), storePath(), { dryRun, now: now() });
      print(merged);
      merged.refused.forEach(({ person, why }) => say(`Of person ${person} nothing was taken: ${why}`));
      finish(merged.refused.length ? exits.finding : exits.done);
    });
}
