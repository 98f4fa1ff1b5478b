import clsx from "clsx";
import type { ReactNode } from "react";

type CardProps = { heading?: ReactNode; children: ReactNode; className?: string; aside?: ReactNode };

export const Card = ({ heading, children, className, aside }: CardProps) => (
  <section className={clsx("rounded-2xl border border-line bg-card p-4", className)}>
    {heading && (
      <div className="mb-3 flex items-center justify-between gap-3">
        <h2 className="text-lg font-semibold">{heading}</h2>
        {aside}
      </div>
    )}
    {children}
  </section>
);
