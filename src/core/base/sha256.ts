import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";

/** SHA-256 of a text in UTF-8, as 64 hexadecimal digits. */
export type Sha256 = (text: string) => string;

/** Works wherever JavaScript does, without a secure context; a server may hand in its platform's own. */
export const portableSha256: Sha256 = (text) => bytesToHex(sha256(utf8ToBytes(text)));
