import type {
  Condition,
  DifferenceCondition,
  EarlierCondition,
  EffectIs,
  FeltCondition,
  Provoked,
  MeasureCondition,
  Protocol,
} from "../knowledge";
import { otherSide, type Place, placeParts, type Quality, type Side } from "../vocabulary";
import type { Run } from "./runs";

/** All that a condition can ask about, of one run and one side of the source that is being read. */
export type Facts = {
  readonly protocol: Protocol;
  readonly run: Run;
  readonly heard: Provoked | null;
  /** The stage at which the familiar symptom came. */
  readonly at: string | null;
  readonly places: readonly Place[];
  readonly qualities: readonly Quality[];
  /** The side of the source that is read; null for a source without sides. */
  readonly side: Side | null;
  readonly school: (id: string) => string | undefined;
  /** The other side's run of the same test, done the same way. */
  readonly otherRun: Run | null;
  readonly earlier: (condition: EarlierCondition, side: Side | null) => boolean;
};

/** Was it felt there, seen from one side? A source without sides is on every side. */
export function feltAt(condition: FeltCondition, places: readonly Place[], side: Side | null): boolean {
  return places.some((place) => {
    const felt = placeParts(place);
    if (condition.sites !== "anywhere" && !condition.sites.includes(felt.site)) return false;
    if (condition.side === "any side" || side === null) return true;
    if (condition.side === "other side") return felt.side === otherSide(side);
    return felt.side === side || (condition.side === "same side or central" && felt.side === "central");
  });
}

/** The effect of a step as the rules speak of it. */
function effectIs(answer: string | null | undefined): EffectIs {
  if (answer === "gone" || answer === "less") return "eased";
  return answer === "unchanged" || answer === "worse" ? answer : "not done";
}

/** The effect of letting a part go; letting go of what was not loaded is no step at all. */
export function effectOf(id: string, facts: Facts): EffectIs {
  const answer = facts.run.stages[id]?.answer;
  if (!answer) return "not done";
  const loaded = facts.protocol.stages.find((stage) => stage.id === id)?.loaded;
  return loaded && !isMet(loaded, facts) ? "not done" : effectIs(answer);
}

function isMeasureMet(condition: MeasureCondition, { measures }: Run): boolean {
  const read = measures[condition.id];
  const taken = condition.less === undefined ? 0 : measures[condition.less];
  if (read === undefined || taken === undefined) return false;
  const value = read - taken;
  const { atLeast, atMost, over, under, lowerThan, notLowerThan } = condition;
  const than = (id: string | undefined) => (id === undefined ? undefined : measures[id]);
  if (lowerThan !== undefined && !((than(lowerThan) ?? -Infinity) > value)) return false;
  if (notLowerThan !== undefined && !((than(notLowerThan) ?? Infinity) <= value)) return false;
  return (
    (atLeast === undefined || value >= atLeast) &&
    (atMost === undefined || value <= atMost) &&
    (over === undefined || value > over) &&
    (under === undefined || value < under)
  );
}

function isDifferenceMet({ id, over, share, way, orEqual }: DifferenceCondition, facts: Facts): boolean {
  const [here, there] = [facts.run.measures[id], facts.otherRun?.measures[id]];
  if (here === undefined || there === undefined || facts.run.bothSore) return false;
  if (share !== undefined) return here <= there * share;
  const limit = over === "mdc" ? (facts.protocol.measures.find((measure) => measure.id === id)?.mdc ?? 0) : over;
  const by = way === "less" ? there - here : way === "more" ? here - there : Math.abs(here - there);
  return orEqual ? by >= limit : by > limit;
}

/** An observe stage's answer or a sign's option, as the rules speak of it. */
export const answerOf = ({ run }: Pick<Facts, "run">, id: string): string =>
  run.stages[id]?.answer ?? run.signs[id] ?? "not done";

const everyIn = <T>(wanted: Readonly<Record<string, readonly T[]>>, value: (id: string) => T): boolean =>
  Object.entries(wanted).every(([id, allowed]) => allowed.includes(value(id)));

function isCountMet({ of, is, atLeast, atMost }: NonNullable<Condition["seenCount"]>, facts: Facts): boolean {
  const count = of.filter((id) => is.includes(answerOf(facts, id))).length;
  return (atLeast === undefined || count >= atLeast) && (atMost === undefined || count <= atMost);
}

function isSeenFromMet(wanted: Condition["seenFrom"], { run, side }: Facts): boolean {
  const from = run.side === null || side === null || run.side === side ? "tested side" : "other side";
  return wanted === from;
}

/**
 * Does everything in a condition hold? What a condition does not mention, it
 * does not ask. The one reader of the language tests, rules and records are
 * written in.
 *
 * @example isMet({ when: "reproduced", effect: { head: ["eased"] } }, facts) // true
 */
export function isMet(condition: Condition, facts: Facts): boolean {
  const { run } = facts;
  const rest = (run.rest?.intensity ?? 0) > 0 ? "present" : "absent";
  return (
    (condition.when === undefined ||
      (facts.heard !== null &&
        (typeof condition.when === "string"
          ? condition.when === facts.heard
          : condition.when.includes(facts.heard)))) &&
    (condition.at === undefined || (facts.at !== null && condition.at.includes(facts.at))) &&
    (condition.felt === undefined || feltAt(condition.felt, facts.places, facts.side)) &&
    (condition.notFelt === undefined || !feltAt(condition.notFelt, facts.places, facts.side)) &&
    (condition.quality === undefined || condition.quality.some((quality) => facts.qualities.includes(quality))) &&
    (condition.effect === undefined || everyIn(condition.effect, (id) => effectOf(id, facts))) &&
    (condition.response === undefined ||
      everyIn<string>(condition.response, (id) => run.stages[id]?.response ?? "not done")) &&
    (condition.seen === undefined || everyIn(condition.seen, (id) => answerOf(facts, id))) &&
    (condition.seenCount === undefined || isCountMet(condition.seenCount, facts)) &&
    (condition.measure === undefined || condition.measure.every((measure) => isMeasureMet(measure, run))) &&
    (condition.difference === undefined || isDifferenceMet(condition.difference, facts)) &&
    (condition.school === undefined || everyIn<string>(condition.school, (id) => facts.school(id) ?? "")) &&
    (condition.rest === undefined || condition.rest === rest) &&
    (condition.restFelt === undefined || feltAt(condition.restFelt, run.rest?.places ?? [], facts.side)) &&
    (condition.earlier === undefined || facts.earlier(condition.earlier, facts.side)) &&
    (condition.seenFrom === undefined || isSeenFromMet(condition.seenFrom, facts)) &&
    (condition.any === undefined || condition.any.some((alternative) => isMet(alternative, facts))) &&
    (condition.not === undefined || !isMet(condition.not, facts))
  );
}
