import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { PROTOCOLS, stagesOf } from ".";
import type { Stage } from "./types";

/** Schools of how a test is done × their options: each changes what is said. */
const WAYS = PROTOCOLS.flatMap((protocol) =>
  protocol.schools
    .filter(({ kind }) => kind === "doing")
    .flatMap((school) =>
      school.options
        .filter(({ id }) => id !== school.defaultOption)
        .map((option) => [protocol.id, school.id, option.id, protocol] as const),
    ),
);

const words = (stages: readonly Stage[]) => stages.map(({ id, name, instruction }) => [id, name, instruction]);
describe("a way of doing a test", () => {
  it("every technique option is worded", () =>
    forEvery(WAYS, (_test, school, option, protocol) => {
      expect(words(stagesOf(protocol, { [school]: option }))).not.toEqual(words(stagesOf(protocol, {})));
    }));
});
