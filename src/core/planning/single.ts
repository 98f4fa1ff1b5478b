import type { Protocol, TestId } from "../knowledge";
import {
  percentText,
  probabilityIn,
  type ReadingContext,
  recordsFor,
  sourceKey,
  startIn,
  supposedOutcome,
  type TestOutcome,
} from "../reading";
import { otherSide, type Side, SIDES, type SourceId, sourceLabel, SOURCES } from "../vocabulary";
import { type Planning, weightOf, wordOf } from "./plan";
import { chanceOfChange, expectedFall, impliedChance } from "./worth";

/** The same context with results that were not recorded. */
export const withAdded = (context: ReadingContext, added: TestOutcome): ReadingContext => {
  const key = sourceKey(added.source, added.side);
  const others = (context.bySource.get(key) ?? []).filter(
    ({ test, testedSide }) => test !== added.test || testedSide !== added.testedSide,
  );
  return {
    ...context,
    bySource: new Map([[key, [...others, added]]]),
    supposed: new Set([...context.supposed, "supposed"]),
  };
};

/** What one test would tell about one source, apart from any open rule it belongs to. */
export function single(
  protocol: Protocol,
  testedSide: Side | null,
  source: SourceId,
  side: Side | null,
  figuresOf: TestId,
  plan: Planning,
): { fall: number; chance: number; reason: string } | null {
  const record = recordsFor({ figuresOf, source, testedSide, run: "" }, plan)[0];
  if (!record || record.off) return null;
  const worthAt = (outcome: "positive" | "negative") =>
    probabilityIn(
      withAdded(plan.context, supposedOutcome(protocol.id, testedSide, source, side, figuresOf, outcome)),
      source,
      side,
    );
  const now = probabilityIn(plan.context, source, side);
  const [plus, minus] = [worthAt("positive"), worthAt("negative")];
  const fall = weightOf(source) * expectedFall(now, plus, minus);
  const q = impliedChance(now, plus, minus);
  const ends = [
    { chance: q, probability: plus },
    { chance: 1 - q, probability: minus },
  ];
  const { mean } = startIn(plan.context, source, side);
  return {
    fall,
    chance: chanceOfChange(ends, now, wordOf(source, mean, plan)),
    reason: `${sourceLabel(source, side)}: ${percentText(now)} now, ${percentText(plus)} if positive, ${percentText(minus)} if negative`,
  };
}

/** The sides of a source that a run of a test speaks for. */
export function spokenSides(
  sides: Protocol["readings"][number]["sides"],
  testedSide: Side | null,
  source: SourceId,
): readonly (Side | null)[] {
  if (sides === "midline" || !SOURCES[source].sided) return [null];
  if (sides === "both sides" || testedSide === null) return SIDES;
  return [sides === "other side" ? otherSide(testedSide) : testedSide];
}
