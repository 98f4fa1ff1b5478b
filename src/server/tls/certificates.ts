import "reflect-metadata";
import { createHash, webcrypto } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { hostname, networkInterfaces } from "node:os";
import { BlockList } from "node:net";
import { dirname, join } from "node:path";
import { AsnConvert } from "@peculiar/asn1-schema";
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from "@peculiar/asn1-x509";
import * as x509 from "@peculiar/x509";

/**
 * An authority of the clinic's own, made at first start: it signs what this
 * machine shows of itself, and can vouch for nothing outside the clinic.
 */

x509.cryptoProvider.set(webcrypto as unknown as Crypto);

const DAY_MS = 86_400_000;
const AUTHORITY_DAYS = 3650;
/** Browsers take no longer ones. */
const SERVER_DAYS = 390;
/** Renewed when less than that is left. */
const RENEW_DAYS = 30;
const OWN_FILE = 0o600;
const OWN_FOLDER = 0o700;
const KEY = { name: "ECDSA", namedCurve: "P-256", hash: "SHA-256" } as const;

/** What this machine is reached by. */
export type Reached = { readonly names: readonly string[]; readonly addresses: readonly string[] };

const isAddress = (one: string): boolean => /^[\d.]+$/.test(one) || one.includes(":");

/** The names and addresses of this machine, and those that it is told to answer to. */
export function reachedBy(told: string | undefined): Reached {
  const own = hostname().toLowerCase();
  const more = (told ?? "")
    .split(",")
    .map((one) =>
      one
        .trim()
        .toLowerCase()
        .replace(/^\[|\]$/g, ""),
    )
    .filter(Boolean);
  const here = Object.values(networkInterfaces()).flatMap(
    (list) => list?.map(({ address }) => address.split("%")[0]!) ?? [],
  );
  const all = ["localhost", own, ...(own.includes(".") ? [] : [`${own}.local`]), ...more, ...here, "127.0.0.1", "::1"];
  const each = [...new Set(all)].filter((one) => one !== "0.0.0.0" && one !== "::");
  return { names: each.filter((one) => !isAddress(one)).toSorted(), addresses: each.filter(isAddress).toSorted() };
}

/** Networks that no address outside a building is of; with these, an address that changes needs no new authority. */
const PRIVATE = [
  "10.0.0.0/8",
  "172.16.0.0/12",
  "192.168.0.0/16",
  "127.0.0.0/8",
  "169.254.0.0/16",
  "fc00::/7",
  "fe80::/10",
  "::1/128",
];

const subtree = (base: GeneralName): GeneralSubtree => new GeneralSubtree({ base });
const byName = (name: string): GeneralSubtree => subtree(new GeneralName({ dNSName: name }));
const byAddress = (network: string): GeneralSubtree => subtree(new GeneralName({ iPAddress: network }));

/** What the authority may vouch for: this machine's own names, names of a local network, and private addresses. */
function constraints({ names, addresses }: Reached): x509.Extension {
  const own = addresses.map((one) => `${one}/${one.includes(":") ? 128 : 32}`);
  const permitted = [
    ...[...new Set([...names, "local"])].map(byName),
    ...[...new Set([...PRIVATE, ...own])].map(byAddress),
  ];
  const value = AsnConvert.serialize(new NameConstraints({ permittedSubtrees: new GeneralSubtrees(permitted) }));
  return new x509.Extension(id_ce_nameConstraints, true, value);
}

const serialNumber = (random: Uint8Array): string =>
  Buffer.from(random)
    .toString("hex")
    .replace(/^[89a-f]/, "1");
const serial = (): string => serialNumber(webcrypto.getRandomValues(new Uint8Array(16)));

type Pair = { readonly certificate: x509.X509Certificate; readonly key: CryptoKey };
export type Shown = { readonly cert: string; readonly key: string };

async function pem(key: CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey("pkcs8", key as never), "PRIVATE KEY");
}

async function keyFrom(text: string): Promise<CryptoKey> {
  const [raw] = x509.PemConverter.decode(text);
  return (await webcrypto.subtle.importKey("pkcs8", raw!, KEY, true, ["sign"])) as unknown as CryptoKey;
}

const newKeys = async (): Promise<CryptoKeyPair> =>
  (await webcrypto.subtle.generateKey(KEY, true, ["sign", "verify"])) as unknown as CryptoKeyPair;

function keep(path: string, text: string): void {
  mkdirSync(/* turbopackIgnore: true */ dirname(path), { recursive: true, mode: OWN_FOLDER });
  writeFileSync(/* turbopackIgnore: true */ path, text, { mode: OWN_FILE });
}

const read = (path: string): string | null =>
  existsSync(/* turbopackIgnore: true */ path) ? readFileSync(/* turbopackIgnore: true */ path, "utf8") : null;

async function makeAuthority(reached: Reached, now: Date): Promise<Pair> {
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: [{ CN: [`Dust Lantern of ${hostname()}`] }],
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: KEY,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      constraints(reached),
    ],
  });
  return { certificate, key: keys.privateKey };
}

async function makeShown(authority: Pair, { names, addresses }: Reached, now: Date): Promise<Shown> {
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: [{ CN: [names[0] ?? "localhost"] }],
    issuer: authority.certificate.subjectName,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + SERVER_DAYS * DAY_MS),
    signingAlgorithm: KEY,
    publicKey: keys.publicKey,
    signingKey: authority.key,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension([
        ...names.map((value) => ({ type: "dns", value }) as const),
        ...addresses.map((value) => ({ type: "ip", value }) as const),
      ]),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      await x509.AuthorityKeyIdentifierExtension.create(authority.certificate),
    ],
  });
  return { cert: certificate.toString("pem"), key: await pem(keys.privateKey) };
}

const AUTHORITY = "authority";
const SHOWN = "server";
const files = (folder: string, name: string) => ({
  cert: join(folder, `${name}.crt`),
  key: join(folder, `${name}.key`),
});

async function authorityIn(folder: string, reached: Reached, now: Date): Promise<Pair> {
  const at = files(folder, AUTHORITY);
  const [cert, key] = [read(at.cert), read(at.key)];
  if (cert && key) return { certificate: new x509.X509Certificate(cert), key: await keyFrom(key) };
  const made = await makeAuthority(reached, now);
  keep(at.key, await pem(made.key));
  keep(at.cert, made.certificate.toString("pem"));
  return made;
}

/** Of the names and addresses, those that the authority may vouch for; the others came after it was made. */
function vouchedFor({ certificate }: Pair, { names, addresses }: Reached): Reached {
  const told = certificate.getExtension(id_ce_nameConstraints);
  const permitted = told ? (AsnConvert.parse(told.value, NameConstraints).permittedSubtrees ?? []) : [];
  const domains = [...permitted].flatMap(({ base }) => base.dNSName ?? []);
  const networks = new BlockList();
  for (const network of [...permitted].flatMap(({ base }) => base.iPAddress ?? [])) {
    const [address, bits] = network.split("/");
    networks.addSubnet(address!, Number(bits), address!.includes(":") ? "ipv6" : "ipv4");
  }
  return {
    names: names.filter((name) => domains.some((one) => name === one || name.endsWith(`.${one}`))),
    addresses: addresses.filter((one) => networks.check(one, one.includes(":") ? "ipv6" : "ipv4")),
  };
}

/** Whether what was made before still does: for these names, by this authority, and with days to go. */
function stillDoes(cert: string, authority: Pair, { names, addresses }: Reached, now: Date): boolean {
  const shown = new x509.X509Certificate(cert);
  const san = shown.getExtension(x509.SubjectAlternativeNameExtension)?.names.items ?? [];
  const has = new Set(san.map(({ value }) => value));
  return (
    shown.issuer === authority.certificate.subject &&
    shown.notAfter.getTime() - now.getTime() > RENEW_DAYS * DAY_MS &&
    [...names, ...addresses].every((one) => has.has(one))
  );
}

export type OwnCertificate = Shown & {
  /** For devices to trust. */
  readonly authority: string;
  readonly fingerprint: string;
  /** It was made just now: what was shown before is over. */
  readonly isNew: boolean;
  /** Names and addresses that the authority may not vouch for. */
  readonly left: readonly string[];
};

/**
 * What this machine shows of itself, made or renewed where that is due.
 *
 * @param folder where keys and certificates are kept, readable by their owner alone
 * @returns certificate and key, and the authority's certificate for devices to trust
 */
export async function ownCertificate(folder: string, asked: Reached, now: Date): Promise<OwnCertificate> {
  const authority = await authorityIn(folder, asked, now);
  const reached = vouchedFor(authority, asked);
  const left = [...asked.names, ...asked.addresses].filter(
    (one) => !reached.names.includes(one) && !reached.addresses.includes(one),
  );
  const at = files(folder, SHOWN);
  const [cert, key] = [read(at.cert), read(at.key)];
  const isKept = cert !== null && key !== null && stillDoes(cert, authority, reached, now);
  const shown = isKept ? { cert, key } : await makeShown(authority, reached, now);
  if (!isKept) {
    keep(at.key, shown.key);
    keep(at.cert, shown.cert);
  }
  const text = authority.certificate.toString("pem");
  return { ...shown, authority: text, fingerprint: fingerprintOf(authority.certificate), isNew: !isKept, left };
}

/** A certificate's SHA-256, in pairs, as devices show it. */
function fingerprintOf(certificate: x509.X509Certificate): string {
  const hash = createHash("sha256").update(Buffer.from(certificate.rawData)).digest("hex").toUpperCase();
  return hash.match(/../g)!.join(":");
}
