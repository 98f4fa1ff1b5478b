import { Link } from "../primitives/link";
import type { ReactNode } from "react";

/** The name of a page of the settings, what can be taken from it, and the way back to them. */
export const SettingsHeading = ({ children, aside }: { children: string; aside?: ReactNode }) => (
  <div className="flex flex-wrap items-center justify-between gap-3">
    <h1 className="text-2xl font-bold">{children}</h1>
    <div className="flex flex-wrap items-center gap-3">
      {aside}
      <Link href="/settings" className="flex min-h-11 items-center underline">
        To the settings
      </Link>
    </div>
  </div>
);
