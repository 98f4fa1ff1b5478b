"use client";

import { Link } from "../primitives/link";
import { Lock } from "lucide-react";
import type { ReactNode } from "react";
import { LanternMark } from "../drawing/lantern-mark";
import { lockTable } from "../accounts/auto-lock";
import { Button } from "../primitives/button";
import { useHere } from "./here";

/** Above the screens outside an exam. */
export const PageHeader = ({ children }: { children?: ReactNode }) => {
  const { here } = useHere();
  return (
    <header className="flex flex-wrap items-center gap-3 border-b border-line bg-card px-4 py-1.5">
      <Link href="/" className="flex min-h-11 items-center gap-2 text-xl font-bold no-underline">
        <LanternMark size={34} /> Dust Lantern
      </Link>
      <span className="me-auto" />
      {children}
      <Link href="/library" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        Library
      </Link>
      {(!here || here.acts.includes("see the figures")) && (
        <Link href="/evidence" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
          Evidence
        </Link>
      )}
      <Link href="/calculator" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        Calculator
      </Link>
      <Link href="/settings" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-well">
        {here ? (here.profile?.name ?? "Choose a profile") : "Settings"}
      </Link>
      {here?.account?.canLock && (
        <Button look="quiet" aria-label="Lock the table" className="px-2.5!" onClick={() => void lockTable()}>
          <Lock aria-hidden size={20} />
        </Button>
      )}
    </header>
  );
};
