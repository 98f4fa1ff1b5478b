import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { PROTOCOLS, stagesOf, type Variant } from "../knowledge";
import { poseOf, POSES } from ".";

const WAYS = PROTOCOLS.flatMap((protocol) =>
  protocol.schools
    .filter(({ kind }) => kind === "doing")
    .flatMap((school) =>
      school.options
        .filter(({ id }) => id !== school.defaultOption)
        .map((option) => [protocol.id, school.id, option.id, protocol] as const),
    ),
);

/** What no drawing of this kind can show. */
const NOT_DRAWN: ReadonlySet<string> = new Set([
  "alar-grip: gripped",
  "slump-knee: passive",
  "seated-raise-place: last",
  "seated-raise-place: with-power",
]);

describe("how a test is drawn", () => {
  it("every test says in words what it shows, at its start and at every stage", () =>
    forEvery(PROTOCOLS, ({ id, stages }) => {
      expect(poseOf(id).description.length).toBeGreaterThan(20);
      stages.forEach((stage) => expect(poseOf(id, stage.id).description.length).toBeGreaterThan(20));
    }));

  it("every test's drawing names only stages and technique options that exist", () =>
    forEvery(PROTOCOLS, ({ id, stages, schools }) => {
      const { stages: posedStages = {}, ways = [] } = POSES[id];
      const known = new Set(stages.map((stage) => stage.id));
      [...Object.keys(posedStages), ...ways.flatMap((way) => way.stages ?? [])].forEach((stage) =>
        expect(known).toContain(stage),
      );
      const options = new Map(schools.map((school) => [school.id, new Set(school.options.map((option) => option.id))]));
      ways.forEach(({ under }) =>
        Object.entries(under).forEach(([school, chosen]) =>
          chosen.forEach((option) => expect(options.get(school)).toContain(option)),
        ),
      );
    }));

  it("every technique option is drawn as it is done", () =>
    forEvery(WAYS, (test, school, option, protocol) => {
      if (NOT_DRAWN.has(`${school}: ${option}`)) return;
      const drawn = (variant: Variant) =>
        stagesOf(protocol, variant).map(({ id }) => [id, poseOf(test, id, variant)] as const);
      expect(drawn({ [school]: option })).not.toEqual(drawn({}));
    }));
});
