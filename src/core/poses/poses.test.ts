import { describe, expect, it } from "vitest";
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
  it.each(PROTOCOLS)("$id says in words what it shows, at its start and at every stage", ({ id, stages }) => {
    expect(poseOf(id).description.length).toBeGreaterThan(20);
    stages.forEach((stage) => expect(poseOf(id, stage.id).description.length).toBeGreaterThan(20));
  });

  it.each(PROTOCOLS)("$id names only stages, schools and options that it has", ({ id, stages, schools }) => {
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
  });

  it.each(WAYS)("%s, %s: %s is drawn as it is done", (test, school, option, protocol) => {
    if (NOT_DRAWN.has(`${school}: ${option}`)) return;
    const drawn = (variant: Variant) =>
      stagesOf(protocol, variant).map(({ id }) => [id, poseOf(test, id, variant)] as const);
    expect(drawn({ [school]: option })).not.toEqual(drawn({}));
  });
});
