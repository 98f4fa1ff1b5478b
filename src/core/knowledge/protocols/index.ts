import { remembered } from "../../base";
import { RECORD_VERSION, wasThere } from "../../vocabulary";
import { CERVICAL_PROVOCATION } from "./cervical-provocation";
import { FEMORAL } from "./femoral";
import { GLUTEAL_AND_ABDOMEN } from "./gluteal-abdomen";
import { GUARD_SCHOOLS } from "../safety/questions-neck";
import { HIP } from "./hip";
import { LUMBAR } from "./lumbar";
import { NEURAL_LOWER_LIMB } from "./neural-lower-limb";
import { NEURAL_UPPER_LIMB } from "./neural-upper-limb";
import { OUTLET } from "./outlet";
import { PELVIC_RING, SACROILIAC_PROVOCATION } from "./sacroiliac-provocation";
import type { Protocol, School, SchoolChoice, Stage, TestId } from "./types";
import { UPPER_NECK } from "./upper-neck";

export type * from "./types";
export { DOSE_SCHOOLS, GROUPS, TEST_IDS } from "./types";
export { doseSchool, feltWhereSchool } from "./sacroiliac-provocation";

/** Every test, safety first, then in the order light to heavy within a family. */
export const PROTOCOLS: readonly Protocol[] = [
  ...UPPER_NECK,
  ...CERVICAL_PROVOCATION,
  ...OUTLET,
  ...NEURAL_UPPER_LIMB,
  ...LUMBAR,
  ...GLUTEAL_AND_ABDOMEN,
  ...NEURAL_LOWER_LIMB,
  ...SACROILIAC_PROVOCATION,
  ...PELVIC_RING,
  ...HIP,
  ...FEMORAL,
];

const byId = new Map<string, Protocol>(PROTOCOLS.map((protocol) => [protocol.id, protocol]));

/** A test's protocol; throws for an id that is not in the catalogue. */
export function protocolOf(id: TestId): Protocol {
  const protocol = byId.get(id);
  if (!protocol) throw new Error(`No test "${id}" is in the catalogue.`);
  return protocol;
}

/** Every school of the catalogue, each once. */
export const SCHOOLS: readonly School[] = [
  ...new Map(
    [...PROTOCOLS.flatMap(({ schools }) => schools), ...GUARD_SCHOOLS].map((school) => [school.id, school] as const),
  ).values(),
];
const schoolById = new Map(SCHOOLS.map((school) => [school.id, school]));

/** A school by its id, or undefined when there is none. */
export const findSchool = (id: string): School | undefined => schoolById.get(id);

/** How a run is done: the option of each school that shapes it, by the school's id. */
export type Variant = Readonly<Record<string, string>>;

/** The option of a school a run is done under; what is not said is the default. */
export const optionIn = (variant: Variant, school: string): string | undefined =>
  variant[school] ?? schoolById.get(school)?.defaultOption;

/** Puts the named stages in the given order into the places they hold. */
function reordered(stages: readonly Stage[], order: readonly string[]): Stage[] {
  const wanted = order.flatMap((id) => stages.find((stage) => stage.id === id) ?? []);
  let next = 0;
  return stages.map((stage) => (order.includes(stage.id) ? wanted[next++]! : stage));
}

const ladders = remembered((_protocol: Protocol) => new Map<string, readonly Stage[]>());

/** Whether a way of doing is among those chosen, school by school. */
export const isUnder = (choice: SchoolChoice, variant: Variant): boolean =>
  Object.entries(choice).every(([school, options]) => options.includes(optionIn(variant, school) ?? ""));

/** A stage in the words and loads of the way it is done. */
const doneAs = (stage: Stage, variant: Variant): Stage =>
  (stage.ways ?? [])
    .filter(({ under }) => isUnder(under, variant))
    .reduce<Stage>(
      (done, { under: _under, loads = [], ...words }) => ({ ...done, ...words, loads: [...done.loads, ...loads] }),
      stage,
    );

/**
 * The ladder of a test as it is done under a variant: the stages its schools
 * call for, in the order they call for.
 *
 * @param v the version it was recorded under; a stage that came later is not owed
 * @example stagesOf(protocolOf("thigh-thrust"), { dose: "steady" }).map(({ id }) => id) // ["push"]
 */
export function stagesOf(protocol: Protocol, variant: Variant, v: number = RECORD_VERSION): readonly Stage[] {
  const ladder = ladders(protocol);
  const key = [v, ...protocol.schools.map(({ id }) => optionIn(variant, id))].join(" ");
  const known = ladder.get(key);
  if (known) return known;
  const stages = (protocol.orders ?? [])
    .filter(({ school, option }) => optionIn(variant, school) === option)
    .reduce<readonly Stage[]>(
      (list, { stages: order }) => reordered(list, order),
      protocol.stages
        .filter((stage) => wasThere(stage, v) && isUnder(stage.only ?? {}, variant))
        .map((stage) => doneAs(stage, variant)),
    );
  ladder.set(key, stages);
  return stages;
}
