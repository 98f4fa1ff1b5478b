import type { Command } from "commander";
import { anchorText, InputError, parseExamFile, refuse, verifyExamFile } from "@/core";
import { readSignedLine, signedLine } from "@/server/exchange/signed-code";
import { signerOf } from "@/server/exchange/signed-file";
import { logEnds, logFaults, logPath } from "@/server/log/access-log";
import { clinicOf } from "@/server/repositories/clinic";
import { journalEnd, storeIdOf } from "@/server/repositories/streams";
import { damageOf, verifyExam, verifyStore } from "@/server/repositories/verify";
import { nativeSha256 } from "@/server/store/native-hash";
import { openToRead } from "@/server/store/open";
import { fingerprintOf, publicKeyOf } from "@/server/store/signing-key";
import { asStoreError, type Store, StoreError } from "@/server/store/store";

type Terminal = {
  readonly finish: (code: number) => void;
  readonly print: (value: unknown) => void;
  readonly say: (line: string) => void;
  readonly readFile: (path: string) => string;
  readonly exits: { readonly done: number; readonly finding: number; readonly unchecked: number };
};

function report(print: Terminal["print"], name: string, faults: readonly string[]): boolean {
  if (faults.length === 0) print(`${name}: whole\n`);
  else faults.forEach((message) => print(`${name}: ${message}\n`));
  return faults.length > 0;
}

/** Whose key that is, as the database here knows it. */
function signerText(fingerprint: string): string {
  let store: Store | null = null;
  try {
    store = openToRead();
    if (fingerprintOf(publicKeyOf(store)) === fingerprint) return `this database (${fingerprint})`;
    const known = clinicOf(store).databases[fingerprint];
    return known ? `${known.name} (${fingerprint})` : `a database that is not known here (${fingerprint})`;
  } catch (error) {
    /** Without a database here nobody is known. */
    if (error instanceof StoreError) return `the database with the key ${fingerprint}`;
    throw error;
  } finally {
    store?.sqlite.close();
  }
}

/** All records of a store, its journal and its access log. */
function verifyAll(store: Store, anchor: string | undefined, { print, say, exits: EXIT }: Terminal): number {
  const { store: whole, records } = verifyStore(store, anchor);
  const log = logFaults(logPath(store.path), logEnds(store));
  whole.forEach((message) => print(`the store: ${message}\n`));
  log.forEach((message) => print(`${message}\n`));
  for (const { kind, id, faults, unchecked, erased } of records) {
    const name = kind === "exam" ? id : `${kind} ${id}`;
    if (erased !== null && faults.length === 0) print(`${name}: ${erased}\n`);
    else if (unchecked === null) report(print, name, faults);
    else print(`${name}: could not be checked: ${unchecked}\n`);
  }
  const broken = records.filter(({ faults }) => faults.length > 0).length;
  const unchecked = records.filter((record) => record.unchecked !== null).length;
  say(
    `${records.length} ${records.length === 1 ? "record" : "records"} verified, ${broken} broken${unchecked ? `, ${unchecked} could not be checked` : ""}.`,
  );
  if (unchecked) return EXIT.unchecked;
  return broken || whole.length || log.length ? EXIT.finding : EXIT.done;
}

/** The store as it is, or null when it cannot be looked at: a store is never made by looking for one. */
function storeToRead({ say }: Pick<Terminal, "say">): Store | null {
  try {
    return openToRead();
  } catch (error) {
    if (!(error instanceof StoreError)) throw error;
    say(error.message);
    return null;
  }
}

/** What was changed, cut or put in; who signed a file; and where the journal ends. */
export function verifyCommands(root: Command, terminal: Terminal): void {
  const { finish, print, say, readFile, exits: EXIT } = terminal;
  /** A letter's picture code, or an anchor, as text. */
  function verifyCode(text: string): number {
    const read = readSignedLine(text);
    if (!read) return refuse("--code", "has no signature", "Give all of the text that the picture code holds.");
    if (!read.isWhole) {
      print(`Changed after it was signed with the key ${read.fingerprint}.\n`);
      return EXIT.finding;
    }
    print(`${read.line}\nsigned by ${signerText(read.fingerprint)}\n`);
    return EXIT.done;
  }

  /** A file's chains, or the store: all of it, or one exam. */
  function verify(target: string | undefined, { anchor, code }: { anchor?: string; code?: string }): number {
    if (target && /[./\\]/.test(target)) {
      const file = parseExamFile(readFile(target));
      const faults = verifyExamFile(file, nativeSha256).map(({ message }) => message);
      const signer = signerOf(file);
      if (signer && !signer.isWhole)
        faults.push(`Changed after it was signed with the key ${fingerprintOf(signer.key)}.`);
      const isBroken = report(print, target, faults);
      if (signer?.isWhole) print(`${target}: signed by ${signerText(fingerprintOf(signer.key))}\n`);
      else if (!signer) say(`${target} has no signature: who wrote it cannot be told.`);
      return isBroken ? EXIT.finding : EXIT.done;
    }
    if (code !== undefined) return verifyCode(code);
    const store = storeToRead(terminal);
    if (!store) return EXIT.unchecked;
    const damage = damageOf(store);
    damage.forEach((line) => print(`the store's file: ${line}\n`));
    try {
      const code = target === undefined ? verifyAll(store, anchor, terminal) : verifyOne(store, target);
      return damage.length ? EXIT.unchecked : code;
    } catch (error) {
      if (error instanceof InputError) throw error;
      const known = asStoreError(error, store.path);
      say(known instanceof StoreError ? known.message : "The store cannot be read.");
      return EXIT.unchecked;
    }
  }

  const verifyOne = (store: Store, exam: string): number =>
    report(
      print,
      exam,
      verifyExam(store, exam).map(({ message }) => message),
    )
      ? EXIT.finding
      : EXIT.done;

  /** The end of the store's journal, to be kept outside it: on paper, in a message, with a copy. */
  function anchor(): number {
    const store = storeToRead(terminal);
    if (!store) return EXIT.unchecked;
    const { n, hash } = journalEnd(store);
    const text = anchorText({ n, hash });
    const line = `dust-lantern-anchor ${storeIdOf(store)} ${text}`;
    print({ store: storeIdOf(store), n, hash, anchor: text, signed: signedLine(store, line) });
    return EXIT.done;
  }

  root
    .command("verify")
    .description("find changed, dropped or reordered events")
    .argument("[id|file]", "one exam of the store, or an exam file; all records without it")
    .option("--anchor <n.digits>", "an end of the journal as it was printed: what came before it has to be the same")
    .option("--code <text>", "the text of a letter's picture code, or of a signed anchor: who signed it")
    .action((target: string | undefined, options: { anchor?: string; code?: string }) =>
      finish(verify(target, options)),
    );
  root
    .command("anchor")
    .description("the end of the store's journal, to be kept outside it")
    .action(() => finish(anchor()));
}
