"use client";

import { toldText } from "@/core/exchange";
import type { PersonCourses } from "@/wire/course";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";

/** What is kept as it came, set so that it can be read. */
function laidOut(json: string): string {
  try {
    return JSON.stringify(JSON.parse(json), null, 2);
  } catch {
    return json;
  }
}

/** What other systems told of somebody: shown beside what was measured here, and compared with nothing. */
export function ToldCard({ told: { rows, kept } }: { told: PersonCourses["told"] }) {
  if (rows.length + kept.length === 0) return null;
  return (
    <Card heading="Told by another system" className="no-print">
      {rows.length > 0 && (
        <>
          <p className="text-soft">
            How and with what these were measured is not known: they are compared with nothing, and no reading counts
            them.
          </p>
          <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="Numbers that were told">
            <table className="w-full min-w-[32rem]" data-told-numbers>
              <thead>
                <tr className="border-b border-edge">
                  {["What", "As it was told", "Measured here, last"].map((heading) => (
                    <th key={heading} scope="col" className="py-1 pe-4 text-start font-medium">
                      {heading}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(({ key, group, label, unit, values, isRange, here }) => {
                  const said = [...new Set(values.map(({ what }) => what))].filter((what) => what !== label);
                  return (
                    <tr key={key} className="border-b border-line align-top">
                      <th scope="row" className="py-1.5 pe-4 text-start font-semibold">
                        {group}: {label}
                        {said.length > 0 && (
                          <span className="block text-sm font-normal text-soft">
                            told as &ldquo;{said.join("”, “")}&rdquo;
                          </span>
                        )}
                      </th>
                      <td className="py-1.5 pe-4">
                        <ul className="flex flex-wrap gap-x-4">
                          {values.map(({ value, day, what }, index) => (
                            <li key={`${day} ${value} ${what} ${index}`}>
                              <strong>{toldText(value, unit)}</strong>{" "}
                              <span className="text-soft">{day === null ? "no day told" : dayText(day)}</span>
                            </li>
                          ))}
                        </ul>
                      </td>
                      <td className="py-1.5 whitespace-nowrap">
                        {here ? (
                          <>
                            <strong>{toldText(here.value, unit)}</strong>{" "}
                            <span className="text-soft">{dayText(here.day)}</span>
                          </>
                        ) : (
                          isRange && <span className="text-soft">not measured</span>
                        )}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </>
      )}
      {kept.length > 0 && (
        <details className="mt-2">
          <summary className="flex min-h-11 items-center font-semibold">
            Not read here, kept as it came ({kept.length})
          </summary>
          <ul className="flex flex-col gap-2">
            {kept.map(({ what, json }, index) => (
              <li key={`${what} ${index}`}>
                <p className="font-medium">{what}</p>
                <pre
                  className="max-h-56 overflow-auto rounded-lg bg-well p-2 text-sm"
                  tabIndex={0}
                  role="region"
                  aria-label={`${what}, ${index + 1} of ${kept.length}`}
                >
                  {laidOut(json)}
                </pre>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Card>
  );
}
