/** Numbers with what they are of, a line each. */
export const Facts = ({ rows }: { rows: readonly (readonly [name: string, value: string])[] }) => (
  <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
    {rows.map(([name, value]) => (
      <div key={name} className="contents">
        <dt className="text-soft">{name}</dt>
        <dd className="font-semibold tabular-nums">{value}</dd>
      </div>
    ))}
  </dl>
);
