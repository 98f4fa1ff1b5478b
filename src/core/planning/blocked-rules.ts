import { isFact, protocolOf } from "../knowledge";
import { describeVerdict, positivesNeeded, type Reading, type RuleVerdict } from "../reading";
import { effectiveRuns, type ExamState, settingsOf, variantFor } from "../record";
import { blocksOnTest, type Guard } from "../safety";
import { sourceLabel } from "../vocabulary";

/** The members of a rule that are open and that the guard lets nobody do. */
const blockedMembers = (verdict: RuleVerdict, state: ExamState, guard: Guard): readonly string[] =>
  verdict.members.flatMap(({ member, testedSide, result }) => {
    if (result !== "open" || isFact(member)) return [];
    const protocol = protocolOf(member.test);
    const { whole } = blocksOnTest(guard, protocol, variantFor(protocol, settingsOf(state)), testedSide);
    return whole.length > 0 ? [`${protocol.name}${testedSide ? ` ${testedSide}` : ""}`] : [];
  });

/**
 * Rules that count and that the guard keeps from being decided: which tests of
 * theirs are blocked, whether they can still be met, and which other rules of the
 * source are decided.
 *
 * @example blockedRules(state, readExam(state), assessGuard(state)) // []
 */
export function blockedRules(state: ExamState, reading: Reading, guard: Guard): readonly string[] {
  if (guard.blocks.length === 0 || effectiveRuns(state.runs).length === 0) return [];
  return reading.sources.flatMap(({ source, side, preferred, rules, examined }) => {
    if (!preferred || !examined || preferred.verdict !== "open") return [];
    const blocked = blockedMembers(preferred, state, guard);
    if (blocked.length === 0) return [];
    const k = positivesNeeded(preferred.rule);
    const canBeMet = k === null || preferred.positive + preferred.open - blocked.length >= k;
    const others = rules.filter(({ rule, applies, settled }) => rule.id !== preferred.rule.id && applies && settled);
    const said = others.map((verdict) => `${verdict.rule.label} (${describeVerdict(verdict)})`).join("; ");
    return [
      `${sourceLabel(source, side)}: ${blocked.join(", ")} ${blocked.length > 1 ? "are" : "is"} blocked, so the ${preferred.rule.label} ${canBeMet ? "may stay open" : "cannot be met"}.${said ? ` Decided without: ${said}.` : ""}`,
    ];
  });
}
