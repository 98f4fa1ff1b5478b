/** A hundred people, those who would have it filled. */
export function PeopleGrid({ probability }: { probability: number }) {
  const filled = Math.round(probability * 100);
  return (
    <svg viewBox="0 0 204 44" role="img" aria-label={`${filled} of 100 people filled`} className="w-full">
      {Array.from({ length: 100 }, (_, index) => (
        <circle
          key={index}
          cx={6 + (index % 20) * 10.1}
          cy={5 + Math.floor(index / 20) * 8.5}
          r={3.3}
          fill={index < filled ? "var(--lantern)" : "none"}
          stroke="var(--edge)"
          strokeWidth={1}
        />
      ))}
    </svg>
  );
}
