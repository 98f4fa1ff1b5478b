"use client";

import { RANGE_JOINTS, type RangeJoint } from "@/core/knowledge";
import { formatted, type Measure, rangeText } from "@/core/measurement";
import { type RangeRow, rangesOf, type RangeValue } from "@/core/reading";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";

const JOINTS = Object.keys(RANGE_JOINTS) as RangeJoint[];
const GROUNDS = { right: "bg-right-side", left: "bg-left-side", middle: "bg-soft" } as const;

const share = (value: number, [low, high]: Measure["range"]): number =>
  (100 * Math.min(high, Math.max(low, value))) / Math.max(high, 1);

/** One side of a movement: from the middle outwards, what is expected behind it, a diamond where theirs came. */
function Way({
  at,
  measure,
  towards,
  name,
  side = towards,
}: {
  at: RangeValue | null;
  measure: Measure;
  towards: "left" | "right";
  name: string;
  side?: keyof typeof GROUNDS;
}) {
  const ground = GROUNDS[side];
  const from = towards === "left" ? "right" : "left";
  const { expected, range } = measure;
  const label = at
    ? `${name}: ${formatted(measure, at.value)}${at.cameAt === null ? "" : `, it came at ${formatted(measure, at.cameAt)}`}${expected ? `, expected ${rangeText(expected)}` : ""}`
    : `${name}: not measured`;
  return (
    <div role="img" aria-label={label} className="relative h-7 overflow-hidden bg-well">
      {expected && (
        <span
          className="absolute inset-y-0 bg-lantern/25"
          style={{
            [from]: `${share(expected[0], range)}%`,
            width: `${Math.max(1.5, share(expected[1], range) - share(expected[0], range))}%`,
          }}
        />
      )}
      {at && (
        <span
          className={`absolute inset-y-1.5 ${towards === "right" ? "rounded-e" : "rounded-s"} ${ground}`}
          style={{ [from]: 0, width: `${share(at.value, range)}%` }}
        />
      )}
      {at?.cameAt != null && (
        <span
          className="absolute top-1/2 size-3 rotate-45 border-2 border-card bg-ink"
          style={{ [from]: `calc(${share(at.cameAt, range)}% - 6px)`, translate: "0 -50%" }}
        />
      )}
    </div>
  );
}

const said = (measure: Measure, at: RangeValue | null) =>
  at && (
    <>
      <strong>{formatted(measure, at.value)}</strong>
      {at.cameAt !== null && <span className="text-soft"> ◆ {formatted(measure, at.cameAt)}</span>}
    </>
  );

function Row({ row: { way, done, measure, right, left, middle, difference } }: { row: RangeRow }) {
  return (
    <tr className="border-t border-line" data-range={way}>
      <th scope="row" className="min-w-44 py-1.5 pe-2 text-start font-medium">
        {way}
        <span className="block text-xs font-normal text-soft">
          {done}
          {measure.expected && `, expected ${rangeText(measure.expected)}°`}
          {measure.expectedWhy && ` ${measure.expectedWhy}`}
        </span>
      </th>
      {middle ? (
        <>
          <td colSpan={3} className="px-1">
            <Way at={middle} measure={measure} towards="right" side="middle" name={way} />
          </td>
          <td className="ps-2 text-sm tabular-nums">{said(measure, middle)}</td>
        </>
      ) : (
        <>
          {/* Drawn as the person is seen from behind: their left on the left. */}
          <td className="pe-2 text-end text-sm whitespace-nowrap tabular-nums">{said(measure, left)}</td>
          <td className="w-[28%]">
            <Way at={left} measure={measure} towards="left" name={`${way}, left`} />
          </td>
          <td className="w-[28%]">
            <Way at={right} measure={measure} towards="right" name={`${way}, right`} />
          </td>
          <td className="ps-2 text-sm whitespace-nowrap tabular-nums">{said(measure, right)}</td>
        </>
      )}
      <td className="ps-2 text-sm">
        {difference &&
          `${formatted(measure, difference.difference)} apart${difference.beyondMdc === null ? "" : difference.beyondMdc ? ", beyond the error" : ", within the error"}`}
      </td>
    </tr>
  );
}

/** How far each joint went, side beside side, and where on the way theirs came; nothing where no range was measured. */
export function RangesCard() {
  const { state } = useExam();
  const rows = rangesOf(state);
  if (rows.length === 0) return null;
  return (
    <Card heading="Ranges">
      <div role="region" aria-label="Ranges, side beside side" tabIndex={0} className="overflow-x-auto">
        <table className="w-full min-w-xl border-collapse" data-ranges={rows.length}>
          <caption className="sr-only">
            Ranges of movement, left and right of each; a diamond where their symptom came
          </caption>
          {JOINTS.map((joint) => {
            const own = rows.filter((row) => row.joint === joint);
            return own.length === 0 ? null : (
              <tbody key={joint}>
                <tr>
                  <th scope="rowgroup" className="pt-2 text-start text-sm text-soft">
                    {RANGE_JOINTS[joint]}
                  </th>
                  <th scope="col" colSpan={2} className="pt-2 pe-1 text-end text-sm">
                    LEFT
                  </th>
                  <th scope="col" colSpan={2} className="pt-2 ps-1 text-start text-sm">
                    RIGHT
                  </th>
                  <td />
                </tr>
                {own.map((row) => (
                  <Row key={row.way} row={row} />
                ))}
              </tbody>
            );
          })}
        </table>
      </div>
      <p className="mt-2 text-sm text-soft">
        The bar is how far it went, the band what is expected, ◆ where theirs came. A range is one finding among others.
      </p>
    </Card>
  );
}
