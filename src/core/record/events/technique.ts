import { closedAs, listOfEach, numberIn, oneOf, oneOfOrNone, orNone, text, uuid, wholeIn, yesNo } from "../../base";
import { protocolOf, type TestId } from "../../knowledge";
import { type Force, force } from "../../measurement";
import {
  isUpperRegion,
  type Side,
  SIDES,
  type Technique,
  TECHNIQUE_REGIONS,
  type TechniqueRegion,
  TECHNIQUES,
} from "../../vocabulary";
import { type Actor, type Draft, kind } from "../envelope";
import { courseBegunBy } from "../episode-id";
import type { OpeningState } from "./opening";
import { type Supervisor, supervisor } from "./safety";

/** What was done to help. */

export type TechniqueLoggedBody = {
  kind: Technique;
  level: string;
  side: Side | null;
  grade: number | null;
  force: Force | null;
  holdSeconds: number | null;
  repetitions: number | null;
  note: string;
  /** Where it was done; every technique says so from version 3 on. */
  region?: TechniqueRegion | undefined;
  /** Done by somebody else, or before: it is recorded, and nobody is asked whether it may be. */
  elsewhere?: boolean | undefined;
  /** The courses it was done for, where the visit serves several; left out: for each of them. */
  courses?: string[] | undefined;
  /** Why it was done although an answer blocks what it loads; and who said so at a trainee's table. */
  despite?: string | undefined;
  supervisor?: Supervisor | undefined;
};
const logged = closedAs<TechniqueLoggedBody>({
  kind: oneOf(TECHNIQUES),
  level: text(60),
  side: oneOfOrNone(SIDES),
  grade: orNone(wholeIn(1, 5), "1 to 5"),
  force: orNone(force(), "a force"),
  holdSeconds: orNone(numberIn(0, 3600), "seconds"),
  repetitions: orNone(wholeIn(0, 500), "a number"),
  note: text(600),
  region: oneOf(TECHNIQUE_REGIONS).optional(),
  elsewhere: yesNo().optional(),
  courses: listOfEach(uuid(), 12).optional(),
  despite: text(300).optional(),
  supervisor: supervisor().optional(),
});

export type TechniqueState = {
  readonly techniques: readonly (TechniqueLoggedBody & { event: string; at: string; actor: Actor })[];
};

export const noTechniques: TechniqueState = { techniques: [] };

/** What of an exam says which techniques its tests answer to. */
export type Treatments = Pick<OpeningState, "treated" | "opened"> & {
  readonly id: string;
  readonly techniques: readonly Pick<TechniqueLoggedBody, "courses" | "region">[];
};

const UPPER: ReadonlySet<string> = new Set<TechniqueRegion>(["neck", "upper back", "arm"]);

/**
 * The techniques of this visit that a test answers to. One that was done for
 * another episode of care changes the tests of its own half of the body, and
 * leaves the findings of this episode as they are.
 *
 * @example techniquesFor({ id: "", opened: null, techniques: [] }, "slump") // []
 */
export function techniquesFor<T extends Treatments["techniques"][number]>(
  { id, opened, techniques }: Pick<Treatments, "id" | "opened"> & { readonly techniques: readonly T[] },
  test: TestId,
): readonly T[] {
  if (techniques.every(({ courses }) => !courses)) return techniques;
  const own = opened?.body.visit?.course?.episode ?? courseBegunBy(id);
  const upper = protocolOf(test).regions.some(isUpperRegion);
  return techniques.filter(
    ({ courses, region }) => !courses || courses.includes(own) || region === undefined || UPPER.has(region) === upper,
  );
}

/**
 * How many techniques a test has had before it by now, those of earlier visits
 * of the episode among them.
 *
 * @example techniquesSoFar({ id: "", treated: { techniques: 3, tested: [] }, opened: null, techniques: [] }, "slump") // 3
 */
export const techniquesSoFar = (state: Treatments, test: TestId): number =>
  (state.treated?.techniques ?? 0) + techniquesFor(state, test).length;

export const technique = {
  "technique-logged": kind(
    logged,
    (draft: Draft<TechniqueState>, { id, at, actor, body }) =>
      void draft.techniques.push({ ...body, event: id, at, actor }),
  ),
};
