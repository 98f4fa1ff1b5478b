"use client";

export const Heading = ({ children }: { children: string }) => <h3 className="text-lg font-semibold">{children}</h3>;

type TickProps = { checked: boolean; onTick: (ticked: boolean) => void; children: string };

export const Tick = ({ checked, onTick, children }: TickProps) => (
  <label className="flex min-h-11 items-center gap-3">
    <input
      type="checkbox"
      className="size-5 shrink-0"
      checked={checked}
      onChange={(event) => onTick(event.target.checked)}
    />
    {children}
  </label>
);
