"use client";

import { CARE_SETTING_LABELS, CARE_SETTINGS, type CareSetting, SACROILIAC_RULES } from "@/core/knowledge";
import { ruleAsks } from "@/core/reading";
import { DEPENDENCE_CHOICES, MEMBER_WEIGHT_CHOICES, type ReadingSettings } from "@/core/record";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";

const named = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

/** What a new examination is read under: an exam keeps what it was opened with. */
export function NewExams(props: { settings: ReadingSettings; onChange: (part: Partial<ReadingSettings>) => void }) {
  const { settings, onChange } = props;
  return (
    <Card heading="How new exams are read">
      <div className="flex flex-col gap-4">
        <Choice
          label="Sacroiliac rule that counts"
          stacked
          value={settings.preferredRule}
          options={[
            ...SACROILIAC_RULES.map((rule) => ({
              value: rule.id,
              label: `${rule.label}, ${ruleAsks(rule)}`,
            })),
            { value: "none", label: "no rule: single tests only" },
          ]}
          onChoose={(preferredRule) => onChange({ preferredRule })}
        />
        <Choice
          label="Dependence between related tests (ρ)"
          value={String(settings.dependence)}
          options={named(DEPENDENCE_CHOICES)}
          onChoose={(value) => onChange({ dependence: Number(value) })}
        />
        <Choice
          label="Where your patients are seen"
          stacked
          value={(settings.careSetting ?? "primary care") as string}
          options={CARE_SETTINGS.map((setting) => ({
            value: setting as string,
            label: CARE_SETTING_LABELS[setting],
          }))}
          onChoose={(setting) => onChange({ careSetting: setting as CareSetting })}
        />
        <Choice
          label="How far a rule's tests speak beside it (λ; 0: the published rule only)"
          value={String(settings.memberWeight ?? 0.5)}
          options={named(MEMBER_WEIGHT_CHOICES)}
          onChoose={(value) => onChange({ memberWeight: Number(value) })}
        />
        <p className="text-sm text-soft">
          An exam keeps the settings it was opened under; on its reading page they can be changed, and that is recorded.
        </p>
      </div>
    </Card>
  );
}
