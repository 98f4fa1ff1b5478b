import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore } from "@/fixtures/store";
import { findProfile, saveProfile, setMember } from "../repositories/practitioners";
import { openAtOnce } from "../repositories/streams";
import { addMember, changeMember, members } from "./accounts";
import { cost } from "./passphrase";
import { entranceOf } from "./who";

const INES = "00000000-0000-4000-8000-0000000dbba1";
const OTHER = idOf(41);
const by = { now: NOW };

beforeEach(() => void (cost.N = 2 ** 10));
afterEach(() => {
  cost.N = 2 ** 17;
  delete process.env.DUST_LANTERN_ACCOUNTS;
});

describe("who owns a store", () => {
  it("is somebody, also where nobody has an account: the last owner stays one", () => {
    const store = sampleStore();
    saveProfile(store, { id: OTHER, name: "Jonah", registration: "" }, by);
    setMember(store, OTHER, "practitioner", false, by);
    expect(() => changeMember(store, INES, "trainee", false, by)).toThrow("without an owner");
    expect(() => changeMember(store, INES, "owner", true, by)).toThrow("without an owner");
    changeMember(store, OTHER, "owner", false, by);
    changeMember(store, INES, "trainee", false, by);
    expect(findProfile(store, INES)?.role).toBe("trainee");
  });

  it("is somebody with an account, once anybody has one", async () => {
    const store = sampleStore();
    const member = { id: OTHER, name: "Jonah", registration: "", role: "owner", signIn: "jonah" } as const;
    await addMember(store, { ...member, passphrase: "walnut ferry quiet amber" }, by);
    expect(members(store).map(({ name, signIn }) => [name, signIn])).toEqual([
      ["Ines Calder", null],
      ["Jonah", "jonah"],
    ]);
    expect(() => changeMember(store, OTHER, "practitioner", false, by)).toThrow("without an owner");
    changeMember(store, INES, "practitioner", false, by);
    expect(findProfile(store, INES)?.role).toBe("practitioner");
  });
});

describe("how people come in", () => {
  it("waits for an owner in a store of one's own; made-up people, or a word at start, open it without", async () => {
    const store = sampleStore();
    expect(entranceOf(store)).toBe("first");
    process.env.DUST_LANTERN_ACCOUNTS = "none";
    expect(entranceOf(store)).toBe("here");
    delete process.env.DUST_LANTERN_ACCOUNTS;
    openAtOnce(store);
    expect(entranceOf(store)).toBe("here");
    const member = { id: OTHER, name: "Jonah", registration: "", role: "owner", signIn: "jonah" } as const;
    await addMember(store, { ...member, passphrase: "walnut ferry quiet amber" }, by);
    process.env.DUST_LANTERN_ACCOUNTS = "none";
    expect(entranceOf(store), "an account is not passed by").toBe("accounts");
  });
});
