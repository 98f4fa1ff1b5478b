"use client";

import { searchable } from "@/core/base";
import { type EvidenceChanges, type EvidenceSet, isOwn, usesOfRecord } from "@/core/evidence";
import {
  type AccuracyRecord,
  citationText,
  type ClusterRule,
  protocolOf,
  RULES_WITHOUT_FIGURE,
} from "@/core/knowledge";
import { memberKey, memberName } from "@/core/reading";
import { SOURCE_IDS, type SourceId, SOURCES } from "@/core/vocabulary";
import { FamilyMark } from "../drawing/family-mark";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { RecordText, RuleText } from "./figures-line";
import type { Opened } from "./opened";

type TabProps = {
  evidence: EvidenceSet;
  query: string;
  onOpen: (opened: Opened) => void;
};

/** Every word of the query stands somewhere in the texts. */
const matches = (query: string, ...texts: string[]): boolean =>
  searchable(query)
    .split(" ")
    .filter(Boolean)
    .every((word) => searchable(texts.join(" ")).includes(word));

const sourcesOf = (list: readonly { source: SourceId }[]) =>
  SOURCE_IDS.filter((source) => list.some((item) => item.source === source));

const Heading = ({ source }: { source: SourceId }) => (
  <span className="flex items-center gap-2">
    <FamilyMark family={SOURCES[source].family} /> {SOURCES[source].label}
  </span>
);

function RecordRow(props: {
  record: AccuracyRecord;
  evidence: EvidenceSet;
  onReplace: () => void;
  onSwitch: (on: boolean) => void;
}) {
  const { record, evidence, onReplace, onSwitch } = props;
  const { rules } = usesOfRecord(evidence, record);
  const off = record.off !== undefined;
  return (
    <li data-record={record.id} className="grid gap-2 border-t border-line py-2 text-sm md:grid-cols-[1fr_auto]">
      <div className={off ? "text-soft" : ""}>
        <strong className="flex flex-wrap items-center gap-x-2 text-base text-ink">
          {protocolOf(record.test).name}
          {record.testedSide && <span className="font-normal">({record.testedSide})</span>}
          {isOwn(record.id) && <span className="rounded bg-ink px-1.5 text-xs font-semibold text-paper">own</span>}
          {record.alternative && <span className="text-xs font-normal text-soft">alternative</span>}
        </strong>
        <RecordText record={record} />
        <span className="block text-soft">
          Used by: {protocolOf(record.test).name}
          {rules.length > 0 &&
            `; in ${rules.map((id) => evidence.rules.find((rule) => rule.id === id)?.label ?? id).join(", ")}`}
        </span>
      </div>
      <div className="flex flex-wrap items-start gap-1.5 md:justify-end">
        <Button aria-label={`${isOwn(record.id) ? "Change" : "Replace"} ${record.id}`} onClick={onReplace}>
          {isOwn(record.id) ? "Change" : "Replace"}
        </Button>
        <Button aria-label={`Switch ${off ? "on" : "off"} ${record.id}`} onClick={() => onSwitch(off)}>
          Switch {off ? "on" : "off"}
        </Button>
      </div>
    </li>
  );
}

/** The records, by source. */
export function RecordsTab({ evidence, query, changes, onOpen }: TabProps & { changes: EvidenceChanges }) {
  const records = evidence.records.filter((record) =>
    matches(
      query,
      record.id,
      protocolOf(record.test).name,
      SOURCES[record.source].label,
      citationText(record.citation),
      record.off ? "off" : "on",
    ),
  );
  return (
    <>
      {records.length === 0 && <p className="text-soft">Nothing found. Try fewer words.</p>}
      {sourcesOf(records).map((source) => (
        <Card key={source} heading={<Heading source={source} />}>
          <ul>
            {records
              .filter((record) => record.source === source)
              .map((record) => (
                <RecordRow
                  key={record.id}
                  record={record}
                  evidence={evidence}
                  onReplace={() => {
                    const own = changes.records.find(({ id }) => id === record.id);
                    onOpen({ kind: "record", ...(own ? { own } : { shipped: record }) });
                  }}
                  onSwitch={(on) =>
                    onOpen({
                      kind: "switch",
                      id: record.id,
                      on,
                      label: `${protocolOf(record.test).name}: ${citationText(record.citation)}`,
                    })
                  }
                />
              ))}
          </ul>
        </Card>
      ))}
    </>
  );
}

function RuleRow({ rule, onOpen }: { rule: ClusterRule; onOpen: (opened: Opened) => void }) {
  return (
    <li data-rule={rule.id} className="grid gap-2 border-t border-line py-2 text-sm md:grid-cols-[1fr_auto]">
      <div>
        <strong className="text-base">{rule.label}</strong>
        <RuleText rule={rule} />
        <span className="block">
          Members:{" "}
          {rule.members.map((member, index) => (
            <span key={memberKey(member)}>
              {index > 0 && ", "}
              {memberName(member)}
              {"positive" in member && member.positive ? ` (${member.positive.said})` : ""}
            </span>
          ))}
        </span>
      </div>
      <Button
        className="self-start"
        aria-label={`Switch ${rule.off ? "on" : "off"} ${rule.id}`}
        onClick={() => onOpen({ kind: "switch", id: rule.id, on: rule.off !== undefined, label: rule.label })}
      >
        Switch {rule.off ? "on" : "off"}
      </Button>
    </li>
  );
}

/** The rules, by source, and those that have no figure. */
export function RulesTab({ evidence, query, onOpen }: TabProps) {
  const rules = evidence.rules.filter((rule) =>
    matches(query, rule.id, rule.label, SOURCES[rule.source].label, citationText(rule.citation)),
  );
  return (
    <>
      {sourcesOf(rules).map((source) => (
        <Card key={source} heading={<Heading source={source} />}>
          <ul>
            {rules
              .filter((rule) => rule.source === source)
              .map((rule) => (
                <RuleRow key={rule.id} rule={rule} onOpen={onOpen} />
              ))}
          </ul>
        </Card>
      ))}
      <Card heading="Read in words: no figure">
        <ul className="text-sm">
          {RULES_WITHOUT_FIGURE.map(({ id, label, rule, citation, standing }) => (
            <li key={id} className="border-t border-line py-2">
              <strong>{label}</strong>: {rule}. {citation ? `${citationText(citation)} ` : ""}({standing})
            </li>
          ))}
        </ul>
      </Card>
    </>
  );
}
