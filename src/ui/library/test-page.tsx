import { Link } from "../primitives/link";
import type { ReactNode } from "react";
import { POSES, poseOf, poseStart, STANDS } from "@/core/poses";
import {
  CITATIONS,
  citationText,
  EVIDENCE,
  GUIDES,
  type Protocol,
  protocolOf,
  type Stage,
  type TestId,
} from "@/core/knowledge";
import { describeForceRange, errorSourceText, type Measure, rangeText } from "@/core/measurement";
import { LOADS, REGIONS, SOURCES } from "@/core/vocabulary";
import { FamilyMark } from "../drawing/family-mark";
import { PositionDrawing } from "../drawing/position-drawing";
import { Card } from "../primitives/card";
import { RecordText } from "../evidence/figures-line";
import { PageHeader } from "../shell/page-header";

const Terms = ({ rows }: { rows: readonly (readonly [string, ReactNode])[] }) => (
  <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
    {rows.map(([term, text]) => (
      <div key={term} className="contents">
        <dt className="text-soft">{term}</dt>
        <dd>{text}</dd>
      </div>
    ))}
  </dl>
);

function doseText({ dose }: Stage): string {
  return [
    dose.kgf ? `${describeForceRange(dose.kgf, "kgf")} (${describeForceRange(dose.kgf, "N")})` : "",
    dose.holdSeconds ? `${dose.holdSeconds} s` : "",
    dose.thrusts ? `${dose.thrusts.join("-")} thrusts` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

function measureText({ unit, expected, expectedWhy, underSchool = [], byAge, ...measure }: Measure): string {
  const withUnit = (value: string | number) => (unit === "°" ? `${value}°` : `${value} ${unit}`);
  const error = errorSourceText({ ...measure, unit }, citationText);
  const inUnit = (range: readonly [number, number]) => withUnit(rangeText(range));
  return (
    [
      expected ? `expected ${inUnit(expected)}${expectedWhy ? ` ${expectedWhy}` : ""}` : "",
      ...underSchool.map(({ range, why }) => `${inUnit(range)} ${why}`),
      byAge ? `${inUnit(byAge.range)} from ${byAge.from}, ${withUnit(byAge.perDecade)} with each ten years` : "",
      error ? `error ${error}` : "",
    ]
      .filter(Boolean)
      .join(", ") || `in ${unit}`
  );
}

/** Everything the hands need to know, and what is otherwise in another way of doing it. */
function Guide({ protocol }: { protocol: Protocol }) {
  const { say, stand, landmark, healthy, wrong, endFeel, ways = [] } = GUIDES[protocol.id];
  const optionOf = (school: string, option: string) =>
    protocol.schools.find(({ id }) => id === school)?.options.find(({ id }) => id === option)?.label ?? option;
  return (
    <>
      <Terms
        rows={[
          ["Say", <>&ldquo;{say}&rdquo;</>],
          ["You", stand],
          ["Landmark", landmark],
          ["Healthy people feel", healthy],
          ["Goes wrong when", wrong],
          ["End feel", endFeel ?? "not felt for: no part is taken to its end by hand"],
        ]}
      />
      {ways.length > 0 && (
        <ul aria-label="Otherwise in other ways" className="mt-3 flex flex-col gap-1 text-sm">
          {ways.map(({ under, say: said, stand: stood }, index) => (
            <li key={index}>
              <strong>
                {Object.entries(under)
                  .flatMap(([school, options]) => options.map((option) => optionOf(school, option)))
                  .join(", ")}
                :
              </strong>{" "}
              {said && <>&ldquo;{said}&rdquo; </>}
              {stood}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Steps({ protocol }: { protocol: Protocol }) {
  return (
    <ol className="flex flex-col gap-2">
      {protocol.stages.map((stage, index) => (
        <li key={`${stage.id} ${index}`} className="border-b border-line pb-2 last:border-0">
          <p>
            <strong>{stage.name}</strong>
            {stage.kind === "release" && <span className="text-sm text-soft"> tells the tissues apart</span>}
            {stage.only && (
              <span className="text-sm text-soft">
                {" "}
                only{" "}
                {Object.entries(stage.only)
                  .map(([id, options]) => {
                    const school = protocol.schools.find((candidate) => candidate.id === id);
                    return options
                      .map((option) => school?.options.find((offered) => offered.id === option)?.label ?? option)
                      .join(" or ");
                  })
                  .join("; ")}
              </span>
            )}
          </p>
          <p className="text-sm">{stage.instruction}</p>
          <p className="text-sm">&ldquo;{stage.question}&rdquo;</p>
          {stage.options && <p className="text-sm text-soft">{stage.options.map(({ label }) => label).join(" · ")}</p>}
          {doseText(stage) && <p className="text-sm">Dose: {doseText(stage)}</p>}
          <p className="text-sm text-soft">
            Loads: {stage.loads.map(({ load, on }) => `${LOADS[load]}${on === "person" ? "" : ` (${on})`}`).join(", ")}
          </p>
        </li>
      ))}
    </ol>
  );
}

function Reading({ protocol }: { protocol: Protocol }) {
  return (
    <div className="flex flex-col gap-4">
      {protocol.readings.map(({ source, sides, lines, pointsOnly }, index) => (
        <section key={`${source} ${index}`}>
          <h3 className="flex items-center gap-2 font-semibold">
            <FamilyMark family={SOURCES[source].family} size={18} /> {SOURCES[source].label}
            <span className="font-normal text-soft">
              {sides}
              {pointsOnly ? ", points only" : ""}
            </span>
          </h3>
          <ul className="mt-1 flex flex-col gap-0.5 text-sm">
            {lines.map((line, position) => (
              <li key={position} className="grid grid-cols-[8.5rem_1fr] gap-2">
                <strong className="font-semibold">{line.outcome}</strong>
                <span>
                  {line.reason}
                  {line.note && <span className="text-caution"> ({line.note})</span>}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Evidence({ test }: { test: TestId }) {
  const records = EVIDENCE.filter((record) => record.test === test);
  const { citations } = protocolOf(test);
  return (
    <>
      {records.length === 0 ? (
        <p>No figure is shipped for this test: it is recorded and read by rule.</p>
      ) : (
        <ul className="flex flex-col gap-2 text-sm">
          {records.map((record) => (
            <li key={record.id}>
              <strong>
                {SOURCES[record.source].label}
                {record.testedSide ? ` ${record.testedSide}` : ""}
              </strong>
              <RecordText record={record} />
            </li>
          ))}
        </ul>
      )}
      {citations.length > 0 && (
        <ul className="mt-3 text-sm text-soft" aria-label="Literature">
          {citations.map((id) => (
            <li key={id}>{CITATIONS[id]}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function Schools({ protocol }: { protocol: Protocol }) {
  if (protocol.schools.length === 0) return <p className="text-soft">None recorded.</p>;
  return (
    <div className="flex flex-col gap-4">
      {protocol.schools.map((school) => (
        <section key={school.id}>
          <h3 className="font-semibold">{school.label}</h3>
          <div className="mt-1 grid gap-2 sm:grid-cols-2">
            {school.options.map((option) => (
              <div
                key={option.id}
                className={`rounded-lg border p-2 text-sm ${option.id === school.defaultOption ? "border-ink" : "border-line"}`}
              >
                <strong>{option.label}</strong>
                {option.id === school.defaultOption && <span className="text-soft"> default</span>}
                <span className="block">{option.reason}</span>
              </div>
            ))}
          </div>
        </section>
      ))}
    </div>
  );
}

/** One test in full: figure, steps, dose, reading, evidence, cautions and the schools side by side. */
export function TestPage({ test }: { test: TestId }) {
  const protocol = protocolOf(test);
  const stagePoses = protocol.stages.filter(({ id }) => POSES[test].stages?.[id]);
  return (
    <>
      <PageHeader />
      <main className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[22rem_1fr]">
        <div className="flex flex-col gap-4">
          <Link href="/library" className="flex min-h-11 items-center underline">
            Library
          </Link>
          <h1 className="text-2xl font-bold">{protocol.name}</h1>
          <p className="text-soft">{protocol.otherNames.join(", ")}</p>
          <PositionDrawing
            pose={poseOf(test)}
            standing={STANDS[test]}
            side={protocol.sided ? "right" : null}
            className="w-full rounded-xl border border-line bg-card"
          />
          {stagePoses.length > 0 && (
            <ul aria-label="Stages as pictures" className="grid grid-cols-2 gap-2">
              {stagePoses.map((stage, index) => (
                <li key={`${stage.id} ${index}`} className="text-sm">
                  <PositionDrawing
                    pose={poseOf(test, stage.id)}
                    from={poseStart(test, stage.id)}
                    standing={STANDS[test]}
                    side={protocol.sided ? "right" : null}
                    className="w-full rounded-lg border border-line bg-card"
                  />
                  {stage.name}
                </li>
              ))}
            </ul>
          )}
          <Card heading="Cautions">
            <ul className="list-disc ps-5 text-caution">
              {protocol.cautions.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
            <p className="mt-2 text-sm">{protocol.stopRule}</p>
            {protocol.earned && <p className="mt-2 text-sm">Offered: {protocol.earned.otherwise}.</p>}
          </Card>
        </div>
        <div className="flex flex-col gap-4">
          <Card heading="How">
            <Terms
              rows={[
                ["Position", protocol.position],
                ["Region", protocol.regions.map((region) => REGIONS[region]).join(", ")],
                ["Person", protocol.placing],
                ["Hands", protocol.hands],
                ["Direction", protocol.direction],
                ["Sides", protocol.sided ? "right and left, uninvolved side first" : "both at once, or none"],
                ["Burden", `${protocol.burden} of 5`],
                ...(protocol.equipment.length ? [["Needed", protocol.equipment.join(", ")] as const] : []),
                ...protocol.measures.map((measure) => [measure.label, measureText(measure)] as const),
              ]}
            />
          </Card>
          <Card heading="At the table">
            <Guide protocol={protocol} />
          </Card>
          <Card heading="Steps">
            <Steps protocol={protocol} />
          </Card>
          <Card heading="What the answers mean">
            <Reading protocol={protocol} />
          </Card>
          <Card heading="Schools">
            <Schools protocol={protocol} />
          </Card>
          <Card heading="Evidence">
            <Evidence test={test} />
          </Card>
        </div>
      </main>
    </>
  );
}
