"use client";

import { recordsOf } from "@/core/evidence";
import { citationText, GROUPS, protocolOf } from "@/core/knowledge";
import {
  memberKey,
  memberName,
  ratiosOf,
  ratioText,
  recordChoiceKey,
  ruleAsks,
  type RuleVerdict,
  type SourceReading,
} from "@/core/reading";
import { DEPENDENCE_CHOICES, ruleChosenFor, withRule } from "@/core/record";
import { Choice } from "../primitives/choice";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { Counter } from "./rule-counters";

const MEMBER_MARK = { positive: "+", negative: "−", open: "·" } as const;

function RuleDetail({ verdict, counts }: { verdict: RuleVerdict; counts: boolean }) {
  const { rule } = verdict;
  return (
    <li data-rule={rule.id} className="border-t border-line py-2">
      <p className="flex flex-wrap items-baseline justify-between gap-x-2">
        <strong>
          {rule.label}: {ruleAsks(rule)}
        </strong>
        {counts ? (
          <span className="rounded bg-ink px-1.5 text-xs font-semibold text-paper">counts</span>
        ) : (
          <span className="text-xs text-soft">shown, not counted</span>
        )}
      </p>
      <Counter verdict={verdict} />
      <ul className="mt-1 text-sm">
        {verdict.members.map(({ member, result, reason }) => (
          <li key={memberKey(member)} className="grid grid-cols-[1rem_1fr] gap-1">
            <span aria-label={result} className="font-bold">
              {MEMBER_MARK[result]}
            </span>
            <span>
              {memberName(member)}: <span className="text-soft">{reason}</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-soft">
        {citationText(rule.citation)} ({rule.standing}, check before clinical reliance). {rule.population};{" "}
        {rule.reference}. {rule.remark}
        {rule.pooled &&
          ` Pooled over studies: LR+ ${rule.pooled.lrPositive}, LR- ${rule.pooled.lrNegative} (${citationText(rule.pooled.citation)}; ${rule.pooled.standing}).`}
      </p>
    </li>
  );
}

/** Where a test has several figures, the one that counts: a recorded choice. */
function RecordChoices({ source }: { source: SourceReading }) {
  const { append } = useExam();
  const reading = useReading();
  const { settings, evidence } = reading;
  const tests = [...new Set(source.outcomes.map(({ figuresOf }) => figuresOf))];
  const several = tests
    .map((test) => ({
      test,
      records: recordsOf(evidence, test, source.source).filter(
        ({ off, variant, testedSide }) => !off && !variant && !testedSide,
      ),
    }))
    .filter(({ records }) => records.length > 1);
  return several.map(({ test, records }) => {
    const key = recordChoiceKey({ test, source: source.source });
    const usual = records.find(({ alternative }) => !alternative) ?? records[0]!;
    return (
      <Choice
        key={test}
        stacked
        label={`Figure for ${protocolOf(test).name}`}
        value={settings.records?.[key] ?? usual.id}
        options={records.map((record) => {
          const { lrPositive, lrNegative } = ratiosOf(record);
          return {
            value: record.id,
            label: `${citationText(record.citation)}: LR+ ${lrPositive === null ? "none" : ratioText(lrPositive)}, LR- ${lrNegative === null ? "none" : ratioText(lrNegative)}`,
          };
        })}
        onChoose={(record) =>
          void append({
            type: "settings-changed",
            body: {
              settings: { ...settings, records: { ...settings.records, [key]: record } },
              reason: "another figure was chosen on the reading page",
            },
          })
        }
      />
    );
  });
}

const AS_ALL = "as all";

/** Dependence of one group of tests, where it should differ from that of all: a recorded choice. */
function GroupDependences({ source }: { source: SourceReading }) {
  const { append } = useExam();
  const reading = useReading();
  const { settings } = reading;
  const groups = [...new Set(source.steps.map(({ group }) => group))];
  const choose = (group: string, value: string) => {
    const { [group]: _was, ...rest } = settings.groupDependence ?? {};
    const groupDependence = value === AS_ALL ? rest : { ...rest, [group]: Number(value) };
    void append({
      type: "settings-changed",
      body: {
        settings: { ...settings, groupDependence },
        reason: "another dependence was chosen for one group of tests",
      },
    });
  };
  return groups.map((group) => (
    <Choice
      key={group}
      label={`Dependence (ρ) within ${GROUPS[group]}`}
      value={String(settings.groupDependence?.[group] ?? AS_ALL)}
      options={[AS_ALL, ...DEPENDENCE_CHOICES].map((value) => ({
        value,
        label: value === AS_ALL ? `as all (${settings.dependence})` : value,
      }))}
      onChoose={(value) => choose(group, value)}
    />
  ));
}

/** Every rule of a source, its members one by one, and which of them counts. */
export function RulesOfSource({ source }: { source: SourceReading }) {
  const { append } = useExam();
  const reading = useReading();
  const { settings } = reading;
  const chosen = ruleChosenFor(
    settings,
    source.source,
    source.rules.map(({ rule }) => rule),
  );
  return (
    <div className="flex flex-col gap-4">
      {source.rules.length === 0 && <p className="text-soft">No cluster rule speaks about this source.</p>}
      {source.rules.length > 0 && (
        <>
          <ul>
            {source.rules
              .toSorted((a, b) => Number(b.rule.id === chosen) - Number(a.rule.id === chosen))
              .map((verdict) => (
                <RuleDetail
                  key={verdict.rule.id}
                  verdict={verdict}
                  counts={verdict.rule.id === source.preferred?.rule.id}
                />
              ))}
          </ul>
          <Choice
            label="The rule that counts"
            stacked
            value={chosen}
            options={[
              ...source.rules.map(({ rule }) => ({ value: rule.id, label: `${rule.label}, ${ruleAsks(rule)}` })),
              { value: "none", label: "no rule: single tests only" },
            ]}
            onChoose={(rule) =>
              void append({
                type: "settings-changed",
                body: {
                  settings: withRule(settings, source.source, rule),
                  reason: "another rule was chosen on the reading page",
                },
              })
            }
          />
        </>
      )}
      <RecordChoices source={source} />
      <GroupDependences source={source} />
    </div>
  );
}
