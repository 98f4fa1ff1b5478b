"use client";

import Link from "next/link";
import type { ReactNode } from "react";
import { LanternMark } from "../drawing/lantern-mark";
import { useHere } from "./here";

/** Above the screens outside an exam. */
export const PageHeader = ({ children }: { children?: ReactNode }) => {
  const { here } = useHere();
  return (
    <header className="flex flex-wrap items-center gap-3 border-b border-line bg-card px-4 py-1.5">
      <Link href="/" className="flex min-h-11 items-center gap-2 text-xl font-bold no-underline">
        <LanternMark size={34} /> Dust Lantern
      </Link>
      <span className="mr-auto" />
      {children}
      <Link href="/library" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        Library
      </Link>
      <Link href="/evidence" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        Evidence
      </Link>
      <Link href="/calculator" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        Calculator
      </Link>
      <Link href="/settings" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        {here ? (here.profile?.name ?? "Choose a profile") : "Settings"}
      </Link>
    </header>
  );
};
