import { type Place, placeLabel } from "@/core/vocabulary";
import { directionOf, type View } from "@/core/poses";
import { OUTLINE_PATH, type Region, regionsOf } from "../drawing/body-regions";

const VIEWS: readonly View[] = ["front", "back"];
const REGIONS: Readonly<Record<View, readonly Region[]>> = { front: regionsOf("front"), back: regionsOf("back") };

type BodyProps = { label: string; places: readonly Place[]; gone: readonly Place[]; come: readonly Place[] };

/** One body, front and back: what is there filled, what went hatched, what came with a thick edge. */
function Body({ label, places, gone, come }: BodyProps) {
  return (
    <figure className="flex flex-col items-center">
      <svg
        viewBox="0 0 440 518"
        role="img"
        aria-label={`${label}: ${places.map(placeLabel).join(", ") || "nothing drawn"}`}
        className="h-56 w-auto print:h-24"
      >
        <defs>
          <pattern
            id={`hatch-${label.replaceAll(" ", "-")}`}
            width={7}
            height={7}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width={3} height={7} fill="var(--ink)" />
          </pattern>
        </defs>
        {VIEWS.map((view, index) => (
          <g key={view} transform={`translate(${110 + index * 220} 4)`}>
            <path d={OUTLINE_PATH} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.5} />
            {(["right", "left"] as const).map((side) => (
              <text
                key={side}
                x={directionOf(view, side) * 84}
                y={36}
                textAnchor="middle"
                fontSize={30}
                fontWeight={700}
                fill={side === "right" ? "var(--right)" : "var(--left)"}
              >
                {side === "right" ? "R" : "L"}
              </text>
            ))}
            {REGIONS[view].map(({ place, path }) => {
              const isGone = gone.includes(place);
              if (!places.includes(place) && !isGone) return null;
              return (
                <path
                  key={place}
                  d={path}
                  fill={isGone ? `url(#hatch-${label.replaceAll(" ", "-")})` : "var(--lantern)"}
                  stroke="var(--ink)"
                  strokeWidth={come.includes(place) ? 4 : 1.5}
                />
              );
            })}
          </g>
        ))}
      </svg>
      <figcaption className="font-semibold">{label}</figcaption>
    </figure>
  );
}

const named = (places: readonly Place[]): string => places.map(placeLabel).join(", ");

/** First and today beside each other, and between them what went and what came. */
export function CourseBodies({
  first,
  last,
  isOne,
}: {
  first: readonly Place[];
  last: readonly Place[];
  isOne: boolean;
}) {
  const gone = first.filter((place) => !last.includes(place));
  const come = last.filter((place) => !first.includes(place));
  return (
    <div className="flex flex-wrap items-center justify-around gap-3 print:flex-nowrap print:gap-1" data-course-bodies>
      <Body label="First visit" places={first} gone={[]} come={[]} />
      {!isOne && (
        <>
          <div className="max-w-56 text-base print:text-[0.7rem]">
            <p>
              <strong>Gone</strong> (hatched): {named(gone) || "nothing"}
            </p>
            <p>
              <strong>Come</strong> (thick edge): {named(come) || "nothing"}
            </p>
          </div>
          <Body label="Latest visit" places={last} gone={gone} come={come} />
        </>
      )}
    </div>
  );
}
