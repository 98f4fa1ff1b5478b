import type { Frequencies } from "@/core/reading";

/** A hundred people: who has it by fill, who tests positive by the square around them. */
export function ClosedGrid({ people }: { people: Frequencies }) {
  const having = Math.round(people.having);
  const truePositives = Math.round(people.truePositives);
  const falsePositives = Math.round(people.falsePositives);
  const kinds = Array.from({ length: 100 }, (_, index) => {
    const has = index < having;
    const positive = has ? index < truePositives : index - having < falsePositives;
    return { has, positive };
  });
  return (
    <figure>
      <svg
        viewBox="0 0 404 84"
        role="img"
        aria-label={`Of 100 people ${having} have it; ${truePositives} of them and ${falsePositives} of the others test positive.`}
        className="w-full max-w-xl"
      >
        {kinds.map(({ has, positive }, index) => (
          <g key={index} transform={`translate(${10 + (index % 20) * 20} ${10 + Math.floor(index / 20) * 16})`}>
            {positive && (
              <rect x={-8} y={-7} width={16} height={14} rx={3} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
            )}
            <circle r={4.5} fill={has ? "var(--lantern)" : "none"} stroke="var(--edge)" strokeWidth={1} />
          </g>
        ))}
      </svg>
      <figcaption className="text-sm text-soft">Filled: has it. In a box: tests positive.</figcaption>
    </figure>
  );
}
