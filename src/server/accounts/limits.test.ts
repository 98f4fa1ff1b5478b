import { expect, it } from "vitest";
import { sampleStore } from "@/fixtures/store";
import { countTry } from "./limits";

it("tries that were counted while the clock was days ahead keep nobody waiting once it is right", async () => {
  const store = sampleStore();
  for (let count = 0; count < 10; count++) await countTry(store, "ines", "10.0.0.1");
  await expect(countTry(store, "ines", "10.0.0.1")).rejects.toMatchObject({ status: 429 });
  const twoDays = 2 * 86_400_000;
  store.sqlite.prepare("UPDATE account_tries SET expire = expire + ?").run(twoDays);
  await expect(countTry(store, "ines", "10.0.0.1")).resolves.toBeUndefined();
});
