/** AES-GCM, as the browser does it: with a key that no script needs to see. */

export const ALGORITHM = "AES-GCM";
const IV_BYTES = 12;

export type Sealed = { readonly iv: Uint8Array<ArrayBuffer>; readonly data: ArrayBuffer };

/** Seals something under a key. */
export async function sealed(key: CryptoKey, value: unknown): Promise<Sealed> {
  const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES));
  const text = new TextEncoder().encode(JSON.stringify(value));
  return { iv, data: await crypto.subtle.encrypt({ name: ALGORITHM, iv }, key, text) };
}

/** What was sealed; throws where this key does not open it. */
export async function unsealed(key: CryptoKey, { iv, data }: Sealed): Promise<unknown> {
  const text = await crypto.subtle.decrypt({ name: ALGORITHM, iv }, key, data);
  return JSON.parse(new TextDecoder().decode(text)) as unknown;
}
