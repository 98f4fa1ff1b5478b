import { expect, it } from "vitest";
import { ask, at, inAFolder, PASSPHRASE } from "@/fixtures/clinic";
import { idOf } from "@/fixtures/samples/build";
import { theStore } from "../store/open";
import { members } from "./accounts";

inAFolder();

it("the first account has one winner, however many ask at once", async () => {
  const owners = Array.from({ length: 4 }, (_none, index) => ({
    ...{ id: idOf(900 + index), name: `Owner ${index}`, registration: "", signIn: `owner${index}` },
    passphrase: PASSPHRASE,
  }));
  const statuses = (await Promise.all(owners.map((body) => ask(at("makeOwner"), { body })))).map(
    ({ status }) => status,
  );
  expect(statuses.filter((status) => status === 200)).toHaveLength(1);
  expect(statuses.filter((status) => status >= 500)).toEqual([]);
  expect(members(theStore()).filter(({ signIn }) => signIn !== null)).toHaveLength(1);
});
