import { scaleLinear } from "d3";
import { type Course, type CoursePoint, endWord, type SignCourse } from "@/core/course";
import { dayText } from "../primitives/dates";

/** One axis of days for all of it: visits, techniques, and a strip for each sign, better always up. */

const WIDTH = 1200;
const LEFT = 250;
const RIGHT = 230;
const INSET = 26;
const HEAD = 58;
const STRIP = 96;
const PAD = 14;

type Scale = (day: number) => number;

/** Where every visit and technique stands. */
function Axis({ course, x }: { course: Course; x: Scale }) {
  const last = course.visits.length - 1;
  return (
    <g>
      <text x={0} y={20} fontSize={17} fontWeight={600} fill="var(--ink)">
        Visits
      </text>
      <text x={0} y={46} fontSize={17} fontWeight={600} fill="var(--ink)">
        Techniques
      </text>
      {course.visits.map(({ exam, date, day }, index) => (
        <g key={exam} transform={`translate(${x(day)} 0)`}>
          <text
            y={18}
            fontSize={15}
            textAnchor="middle"
            fontWeight={index === last ? 700 : 400}
            fill={index === last ? "var(--ink)" : "var(--soft)"}
          >
            {dayText(date).slice(0, -5)}
          </text>
          <line
            y1={24}
            y2={HEAD + STRIP * Math.max(course.signs.length, 1)}
            stroke={index === last ? "var(--ink)" : "var(--line)"}
            strokeWidth={index === last ? 2.5 : 1.5}
          />
        </g>
      ))}
      {course.visits.map(({ exam, day }) => {
        const letters = [...new Set(course.techniques.filter((one) => one.exam === exam).map(({ letter }) => letter))];
        return letters.map((letter, index) => (
          <g key={`${exam} ${letter}`} transform={`translate(${x(day) + index * 24} 42)`}>
            <rect x={-10} y={-13} width={20} height={20} rx={4} fill="var(--card)" stroke="var(--ink)" />
            <text y={3} textAnchor="middle" fontSize={14} fontWeight={700} fill="var(--ink)">
              {letter}
            </text>
          </g>
        ));
      })}
    </g>
  );
}

const isHollow = ({ judged }: CoursePoint): boolean => judged?.verdict === "cannot be compared";

/** The numbers of a strip: what is first, what its error is, and room above and below. */
function scaleOf({ points, band, better }: SignCourse, top: number) {
  const values = points.flatMap(({ value }) => value ?? []);
  const first = points.find(({ value }) => value !== null)?.value ?? 0;
  const low = Math.min(...values, first - (band ?? 0));
  const high = Math.max(...values, first + (band ?? 0));
  const span: readonly [number, number] = low === high ? [low - 1, high + 1] : [low, high];
  const [under, over] = better === "less" ? [span[1], span[0]] : span;
  return {
    first,
    y: scaleLinear()
      .domain([under, over])
      .range([top + STRIP - PAD, top + PAD]),
  };
}

/** A sign's strip: its error about the first value, its values, a line where three can be compared, and a word. */
function Strip({ sign, top, x, end }: { sign: SignCourse; top: number; x: Scale; end: number }) {
  const { y, first } = scaleOf(sign, top);
  const shown = sign.points.filter(({ value }) => value !== null);
  const [from] = shown;
  return (
    <g data-strip={sign.sign.marker}>
      <line x1={0} x2={WIDTH} y1={top} y2={top} stroke="var(--line)" />
      <foreignObject x={0} y={top + 8} width={LEFT - 30} height={STRIP - 14}>
        <div className="leading-tight">
          <p className="text-[17px] font-semibold text-ink">{sign.label}</p>
          <p className="text-[14px] text-soft">
            {sign.better === "less" ? "less is better ↑" : sign.better === "more" ? "more is better ↑" : ""}
            {sign.band !== null && ` · error ${sign.bandText}`}
          </p>
        </div>
      </foreignObject>
      {from && sign.band !== null && (
        <rect
          x={x(from.day)}
          width={Math.max(end - x(from.day), 2)}
          y={Math.min(y(first - sign.band), y(first + sign.band))}
          height={Math.abs(y(first + sign.band) - y(first - sign.band))}
          fill="var(--well)"
          stroke="var(--line)"
          strokeDasharray="3 3"
        />
      )}
      {from && (
        <line x1={x(from.day)} x2={end} y1={y(first)} y2={y(first)} stroke="var(--edge)" strokeDasharray="2 4" />
      )}
      {sign.trend && from && shown.length > 0 && (
        <line
          data-trend
          x1={x(from.day)}
          y1={y(sign.trend.atStart + sign.trend.perDay * from.day)}
          x2={x(shown.at(-1)!.day)}
          y2={y(sign.trend.atStart + sign.trend.perDay * shown.at(-1)!.day)}
          stroke="var(--lantern)"
          strokeWidth={3}
        />
      )}
      {shown.map((point, index) => (
        <g
          key={`${point.exam} ${index}`}
          transform={`translate(${x(point.day) + (point.isAfter ? 12 : 0)} ${y(point.value!)})`}
        >
          <circle
            r={point.isAfter ? 4.5 : 7}
            fill={isHollow(point) || point.isAfter ? "var(--card)" : "var(--ink)"}
            stroke="var(--ink)"
            strokeWidth={2}
          />
          {!point.isAfter && (
            <text
              x={-12}
              y={5}
              textAnchor="end"
              fontSize={15}
              fontWeight={600}
              fill="var(--ink)"
              stroke="var(--card)"
              strokeWidth={4}
              paintOrder="stroke"
            >
              {sign.sign.kind === "measure" || sign.sign.kind === "neuro" ? point.text : point.value}
            </text>
          )}
          <title>{`${dayText(point.date)}: ${point.text}${point.judged?.because ? `, ${point.judged.because}` : ""}`}</title>
        </g>
      ))}
      <foreignObject x={WIDTH - RIGHT + 30} y={top + 10} width={RIGHT - 30} height={STRIP - 14}>
        <div className="flex h-full flex-col justify-center leading-tight">
          <p className="text-[17px] font-semibold text-ink">{endWord(sign)}</p>
          {sign.latest?.because && sign.latest.verdict === "cannot be compared" && (
            <p className="text-[14px] text-soft">{sign.latest.because}</p>
          )}
          {sign.trend && (
            <p className="text-[14px] text-soft">
              {sign.trend.perWeek > 0 ? "+" : "−"}
              {Math.abs(sign.trend.perWeek).toFixed(1)} a week
            </p>
          )}
        </div>
      </foreignObject>
    </g>
  );
}

/** The picture of a course; what it shows stands beside it as a table, for whoever cannot see it. */
export function CoursePicture({ course }: { course: Course }) {
  const height = HEAD + STRIP * Math.max(course.signs.length, 1) + 6;
  const end = WIDTH - RIGHT;
  const x = scaleLinear()
    .domain([0, Math.max(course.span, 1)])
    .range([LEFT + INSET, end - INSET]);
  return (
    <figure className="overflow-x-auto" data-course-picture tabIndex={0} aria-label="The course as a picture">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={`${course.visits.length} visits over ${course.span} days; the values stand in the table below`}
        className="h-auto w-full min-w-[48rem] print:min-w-0"
      >
        <Axis course={course} x={x} />
        {course.signs.map((sign, index) => (
          <Strip key={sign.sign.marker} sign={sign} top={HEAD + index * STRIP} x={x} end={end} />
        ))}
        {course.signs.length === 0 && (
          <text x={LEFT + INSET} y={HEAD + STRIP / 2} fontSize={18} fill="var(--soft)">
            No sign is followed yet: choose some at the end of a visit.
          </text>
        )}
      </svg>
      {course.techniques.length > 0 && (
        <figcaption className="flex flex-wrap gap-x-5 text-base">
          {[...new Map(course.techniques.map((one) => [one.letter, one])).values()].map(({ letter, text }) => (
            <span key={letter}>
              <strong>{letter}</strong> {text.split(/[,(]/)[0]}
            </span>
          ))}
          <span className="text-soft">small ring: after a technique of that visit · hollow: cannot be compared</span>
        </figcaption>
      )}
    </figure>
  );
}

/** The same values as a table. */
export function SignTable({ course }: { course: Course }) {
  if (course.signs.length === 0) return null;
  return (
    <details className="print:hidden">
      <summary className="flex min-h-11 items-center font-medium">The same as a table</summary>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="The values of the signs">
        <table className="w-full border-collapse text-start text-base" data-sign-table>
          <thead>
            <tr>
              <th scope="col" className="border-b border-edge p-1.5">
                Sign
              </th>
              {course.visits.map(({ exam, date }) => (
                <th key={exam} scope="col" className="border-b border-edge p-1.5">
                  {dayText(date)}
                </th>
              ))}
              <th scope="col" className="border-b border-edge p-1.5">
                Beside the first
              </th>
            </tr>
          </thead>
          <tbody>
            {course.signs.map((sign) => (
              <tr key={sign.sign.marker}>
                <th scope="row" className="border-b border-line p-1.5 font-semibold">
                  {sign.label}{" "}
                  <span className="font-normal text-soft">
                    (error {sign.bandText}
                    {sign.bandSource && `: ${sign.bandSource}`})
                  </span>
                </th>
                {course.visits.map(({ exam }) => (
                  <td key={exam} className="border-b border-line p-1.5">
                    {sign.points
                      .filter((point) => point.exam === exam)
                      .map(({ text, isAfter }) => (isAfter ? `then ${text}` : text))
                      .join(", ") || "not measured"}
                  </td>
                ))}
                <td className="border-b border-line p-1.5">
                  {endWord(sign)}
                  {sign.latest?.because && ` (${sign.latest.because})`}
                  {sign.trend &&
                    `; ${sign.trend.perWeek.toFixed(1)} a week, ${sign.trend.interval95.map((one) => (one * 7).toFixed(1)).join(" to ")}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
