import { writeFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, temporaryPath } from "@/fixtures/store";
import { addMember } from "@/server/accounts/accounts";
import { cost, isPassphrase } from "@/server/accounts/passphrase";
import { logPath, note } from "@/server/log/access-log";
import Database from "better-sqlite3";
import { run, runToEnd } from "./lantern";

let out = "";
let err = "";
beforeEach(() => {
  out = err = "";
  cost.N = 2 ** 10;
  vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean((out += String(text))));
  vi.spyOn(process.stderr, "write").mockImplementation((text) => Boolean((err += String(text))));
});
afterEach(() => {
  vi.restoreAllMocks();
  cost.N = 2 ** 17;
  delete process.env.DUST_LANTERN_DB;
});

async function withAccount() {
  const store = sampleStore();
  process.env.DUST_LANTERN_DB = store.path;
  const member = { id: idOf(41), name: "Tilda", registration: "", role: "trainee", signIn: "tilda" } as const;
  await addMember(store, { ...member, passphrase: "walnut ferry quiet amber" }, { now: NOW });
  return store;
}
const fileWith = (text: string): string => {
  const path = temporaryPath();
  writeFileSync(path, text);
  return path;
};

describe("lantern members and passphrase", () => {
  it("lists who works here, and gives a new passphrase that is hard to guess to an account that is there", async () => {
    const store = await withAccount();
    expect(run(["members"])).toBe(0);
    const listed = JSON.parse(out) as { name: string; role: string; signIn: string | null }[];
    expect(listed.find(({ name }) => name === "Tilda")).toMatchObject({ role: "trainee", signIn: "tilda" });
    const kept = () => store.sqlite.prepare<[], string>("SELECT password FROM account_credentials").pluck().get()!;
    const before = kept();
    const give = (signIn: string, words: string) =>
      runToEnd(["passphrase", signIn, "--passphrase-file", fileWith(`${words}\n`)]);
    expect(await give("tilda", "short")).toBe(2);
    expect(await give("nobody", "copper basket river moon")).toBe(2);
    expect(err).toContain("nobody signs in as nobody");
    expect(kept()).toBe(before);
    expect(await give("TILDA", "copper basket river moon")).toBe(0);
    expect(await isPassphrase(kept(), "copper basket river moon")).toBe(true);
    expect(await isPassphrase(kept(), "walnut ferry quiet amber")).toBe(false);
  });
});

describe("lantern access", () => {
  it("prints the log, and verify names a line that was changed", async () => {
    const store = await withAccount();
    const line = { member: idOf(41), name: "Tilda", role: "trainee", act: "see a record", record: "", detail: "" };
    note(store, "one", { at: NOW, address: "10.0.0.1", ...line });
    expect(run(["access"])).toBe(0);
    expect(out.split("\r\n")[1]).toContain("Tilda,trainee,see a record");
    expect(run(["verify"])).toBe(0);
    const file = new Database(logPath(store.path));
    file.exec("DROP TRIGGER lines_keep; UPDATE lines SET name = 'Nobody'");
    file.close();
    out = "";
    expect(run(["verify"])).toBe(1);
    expect(out).toContain("Line 1 of the log of access was changed.");
  });
});
