"use client";

import {
  AS_TOLD,
  fitsTarget,
  type KindsChosen,
  NOT_TAKEN,
  TOLD_TARGETS,
  type NumberKind,
  toldText,
} from "@/core/exchange";
import { Card } from "../primitives/card";
import { inputClass } from "../primitives/field";

const GROUPS = [...new Set(TOLD_TARGETS.map(({ group }) => group))];

/** What each kind of number becomes: said once for all of its kind. */
function KindRow({ kind, onChoose }: { kind: NumberKind; onChoose: (is: string) => void }) {
  const { what, code, unit, times, example, is } = kind;
  return (
    <tr data-told-kind={what} className="border-b border-line align-middle">
      <th scope="row" className="py-1.5 pe-3 text-start font-medium">
        {what}
        {code && <span className="block text-sm font-normal break-all text-soft">{code}</span>}
      </th>
      <td className="py-1.5 pe-3 whitespace-nowrap">
        {toldText(example, unit)}
        {unit === null && <span className="text-soft"> without a unit</span>}
        {times > 1 && <span className="text-soft"> · {times} of them</span>}
      </td>
      <td className="py-1.5">
        <select
          className={inputClass}
          aria-label={`${what} is`}
          value={is}
          onChange={(event) => onChoose(event.target.value)}
        >
          <option value={AS_TOLD}>kept as it is told</option>
          <option value={NOT_TAKEN}>not taken</option>
          {GROUPS.map((group) => {
            const targets = TOLD_TARGETS.filter((target) => target.group === group && fitsTarget(unit, target));
            return (
              targets.length > 0 && (
                <optgroup key={group} label={group}>
                  {targets.map(({ id, label }) => (
                    <option key={id} value={id}>
                      {group}: {label}
                    </option>
                  ))}
                </optgroup>
              )
            );
          })}
        </select>
      </td>
    </tr>
  );
}

type NumbersProps = { readonly kinds: readonly NumberKind[]; readonly onChange: (chosen: KindsChosen) => void };

/** The numbers of a bundle, kind by kind, and what somebody says that they are. */
export const NumbersCard = ({ kinds, onChange }: NumbersProps) => (
  <Card heading="Which number is which">
    <p className="text-soft">
      They stand with the person as another system told them. How and with what they were measured is not known: nothing
      is compared with them, and no reading counts them.
    </p>
    <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="Which number is which">
      <table className="w-full min-w-[36rem]">
        <thead>
          <tr className="border-b border-edge">
            {["As it is told", "For example", "What it is here"].map((heading) => (
              <th key={heading} scope="col" className="py-1 pe-3 text-start font-medium">
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {kinds.map((kind) => (
            <KindRow
              key={kind.kind}
              kind={kind}
              onChoose={(is) =>
                onChange(kinds.map((one) => ({ kind: one.kind, is: one.kind === kind.kind ? is : one.is })))
              }
            />
          ))}
        </tbody>
      </table>
    </div>
  </Card>
);
