import { canonicalJson, type ExamFile, phrase, refuse } from "@/core";
import type { SignedBy } from "@/wire/exchange";
import { clinicOf } from "../repositories/clinic";
import { fingerprintOf, isSignedBy, publicKeyOf, signText } from "../store/signing-key";
import type { Store } from "../store/store";

/** What is signed of a file: all of it but the signature, keys in order. */
function signedText({ signature: _signature, ...file }: ExamFile): string {
  return canonicalJson(file);
}

/** A file with this database's signature. */
export function signed(store: Store, file: ExamFile): ExamFile {
  try {
    return { ...file, signature: { key: publicKeyOf(store), value: signText(store, signedText(file)) } };
  } catch (error) {
    /** Beside a database that may only be read no key can be made: its files say that nobody signed them. */
    if (["EACCES", "EROFS", "EPERM"].includes((error as NodeJS.ErrnoException).code ?? "")) return file;
    throw error;
  }
}

/** Who signed a file, without asking whom this database knows; null: nobody did. */
export function signerOf(file: ExamFile): { readonly key: string; readonly isWhole: boolean } | null {
  const { signature } = file;
  return signature
    ? { key: signature.key, isWhole: isSignedBy(signature.key, signedText(file), signature.value) }
    : null;
}

/**
 * By whom a file is signed, as this database knows them.
 *
 * @throws InputError when it was changed after it was signed
 */
export function signedBy(store: Store, file: ExamFile): SignedBy {
  const signer = signerOf(file);
  if (!signer) return { is: "nobody", name: null, fingerprint: null };
  const fingerprint = fingerprintOf(signer.key);
  if (!signer.isWhole)
    refuse(
      "file › signature",
      phrase`does not fit: the file was changed after the database with the key ${fingerprint} signed it`,
      "Ask for an unchanged export; this one is not taken.",
    );
  if (signer.key === publicKeyOf(store)) return { is: "this database", name: null, fingerprint };
  const known = clinicOf(store).databases[fingerprint];
  return known ? { is: "known", name: known.name, fingerprint } : { is: "unknown", name: null, fingerprint };
}
