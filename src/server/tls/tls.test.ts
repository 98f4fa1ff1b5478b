import { X509Certificate } from "node:crypto";
import { mkdtempSync, readFileSync, statSync } from "node:fs";
import { createServer, type RequestListener } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ownCertificate, type Reached, reachedBy } from "./certificates";
import { howToListen, isLoopback } from "./listening";
import { plainHttp } from "./plain-http";

const DAY_MS = 86_400_000;
const NOW = new Date("2026-03-02T10:00:00Z");
const CLINIC: Reached = { names: ["clinic", "clinic.local", "localhost"], addresses: ["127.0.0.1", "192.168.1.20"] };
const folderFor = (): string => join(mkdtempSync(join(tmpdir(), "dust-lantern-tls-")), "tls");
const after = (days: number): Date => new Date(NOW.getTime() + days * DAY_MS);

describe("the clinic's own certificate", () => {
  it("is signed by an authority that vouches for the clinic only, its keys their owner's alone", async () => {
    const folder = folderFor();
    const made = await ownCertificate(folder, CLINIC, NOW);
    const [shown, authority] = [new X509Certificate(made.cert), new X509Certificate(made.authority)];
    expect(shown.verify(authority.publicKey)).toBe(true);
    expect(shown.checkIssued(authority)).toBe(true);
    expect([authority.ca, shown.ca]).toEqual([true, false]);
    for (const name of CLINIC.names) expect(shown.checkHost(name), name).toBe(name);
    for (const address of CLINIC.addresses) expect(shown.checkIP(address), address).toBe(address);
    expect(shown.checkHost("elsewhere.test")).toBeUndefined();
    expect(made.fingerprint).toBe(authority.fingerprint256);
    const days = (Date.parse(shown.validTo) - Date.parse(shown.validFrom)) / DAY_MS;
    expect(days).toBeLessThanOrEqual(397);
    for (const name of ["authority", "server"])
      expect(statSync(join(folder, `${name}.key`)).mode & 0o777, name).toBe(0o600);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
  });

  it("stays until a month before its end, and is made anew by the same authority then, or for another address", async () => {
    const folder = folderFor();
    const first = await ownCertificate(folder, CLINIC, NOW);
    expect(first.isNew).toBe(true);
    const soon = await ownCertificate(folder, CLINIC, after(300));
    expect([soon.isNew, soon.cert]).toEqual([false, first.cert]);
    const due = await ownCertificate(folder, CLINIC, after(365));
    expect([due.isNew, due.authority]).toEqual([true, first.authority]);
    const moved = { ...CLINIC, addresses: [...CLINIC.addresses, "192.168.7.3"] };
    const elsewhere = await ownCertificate(folder, moved, after(366));
    expect([elsewhere.isNew, elsewhere.left]).toEqual([true, []]);
    expect(new X509Certificate(elsewhere.cert).checkIP("192.168.7.3")).toBe("192.168.7.3");
  });

  it("leaves out names and addresses its authority may not vouch for, and says which", async () => {
    const folder = folderFor();
    await ownCertificate(folder, CLINIC, NOW);
    const asked = { names: [...CLINIC.names, "bank.test", "x.local"], addresses: [...CLINIC.addresses, "8.8.8.8"] };
    const made = await ownCertificate(folder, asked, NOW);
    expect(made.left).toEqual(["bank.test", "8.8.8.8"]);
    const shown = new X509Certificate(made.cert);
    expect([shown.checkHost("bank.test"), shown.checkHost("x.local")]).toEqual([undefined, "x.local"]);
    expect(readFileSync(join(folder, "server.crt"), "utf8")).toBe(made.cert);
  });

  it("is for what this machine is reached by", () => {
    const { names, addresses } = reachedBy("Rehab.Clinic.test, 10.1.2.3 ,[fd00::7],0.0.0.0");
    expect(names).toEqual(expect.arrayContaining(["localhost", "rehab.clinic.test"]));
    expect(addresses).toEqual(expect.arrayContaining(["127.0.0.1", "10.1.2.3", "fd00::7"]));
    expect(addresses).not.toContain("0.0.0.0");
  });
});

describe("how to listen", () => {
  const HOSTS = ["127.0.0.1", "localhost", "::1", "127.9.9.9", "0.0.0.0", "::", "192.168.1.20", "clinic"] as const;
  const ENTRANCES = ["accounts", "here", "first"] as const;
  const table = HOSTS.flatMap((host) =>
    ENTRANCES.flatMap((entrance) =>
      [undefined, "on", "off"].flatMap((tls) =>
        [undefined, "/x.crt"].flatMap((cert) =>
          [undefined, "/x.key"].map((key) => ({ host, entrance, tls, cert, key })),
        ),
      ),
    ),
  );

  it("never opens to a network without accounts and TLS, whatever else is told", () => {
    expect(table).toHaveLength(288);
    for (const told of table) {
      const { kind } = howToListen(told);
      const here = isLoopback(told.host);
      if (!here)
        expect(kind, JSON.stringify(told)).toBe(
          told.entrance === "accounts" && !told.cert === !told.key ? "encrypted" : "refused",
        );
      else if (!told.cert !== !told.key) expect(kind).toBe("refused");
      else expect(kind).toBe(told.tls === "on" || told.cert ? "encrypted" : "here");
    }
  });

  it("knows this machine from a name that only looks like it", () => {
    expect(["127.0.0.1", "localhost", "[::1]"].every(isLoopback)).toBe(true);
    expect(["127.0.0.1.elsewhere.test", "localhost.test", "0.0.0.0", "1127.0.0.1"].some(isLoopback)).toBe(false);
  });
});

describe("what comes without TLS", () => {
  const listener: RequestListener = plainHttp({
    authority: "-----BEGIN",
    fingerprint: "AB:CD",
    isAllowed: (host) => host?.startsWith("127.0.0.1") ?? false,
  });
  const server = createServer(listener);
  let url = "";
  beforeAll(
    () =>
      new Promise<void>((done) =>
        server.listen(0, "127.0.0.1", () => {
          url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
          done();
        }),
      ),
  );
  afterAll(() => void server.close());
  const asked = (path: string, init: RequestInit = {}) => fetch(url + path, { redirect: "manual", ...init });

  it.each([
    ["/", "/"],
    ["/exams/1/run?x=1", "/exams/1/run?x=1"],
    ["/api/people", "/api/people"],
    ["/trust/other", "/trust/other"],
    ["/%0d%0aset-cookie:x=1", "/"],
    ["//elsewhere.test/x", "/"],
  ])("%s is sent to https, and nowhere else", async (path, wanted) => {
    const answer = await asked(path);
    expect(answer.status).toBe(308);
    expect(answer.headers.get("location")).toBe(`${url.replace("http", "https")}${wanted}`);
    expect(answer.headers.get("set-cookie")).toBeNull();
  });

  it("shows how to trust this machine, and its certificate", async () => {
    expect(await (await asked("/trust")).text()).toContain("AB:CD");
    const certificate = await asked("/trust/authority.crt");
    expect(certificate.headers.get("content-type")).toBe("application/x-x509-ca-cert");
    expect(await certificate.text()).toBe("-----BEGIN");
  });

  it.each(["POST", "PUT", "DELETE", "PATCH"])("takes nothing by %s", async (method) =>
    expect((await asked("/api/people", { method, body: "{}" })).status).toBe(403),
  );
});
