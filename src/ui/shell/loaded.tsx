"use client";

import { type ReactNode, useCallback, useEffect, useState } from "react";
import { call, type Called } from "@/wire/call";
import type { Route } from "@/wire/route";
import { OUTSIDE_CARE } from "@/core/access";
import { Button } from "../primitives/button";
import { later } from "../primitives/later";
import { NothingHere } from "./nothing-here";

type LoadedProps<Ask, Answer> = {
  route: Route<Ask, Answer>;
  ids?: Readonly<Record<string, string>>;
  ask: NoInfer<Ask>;
  /** What stands until the data is there: the outline of the screen. */
  skeleton: ReactNode;
  children: (answer: Answer, reload: () => Promise<void>) => ReactNode;
};

const NO_IDS = {};

function Unloaded({ message, onAgain }: { message: string; onAgain: () => void }) {
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-8">
      <h1 className="text-2xl font-bold">This could not be loaded</h1>
      <p role="alert">{message}</p>
      <p>What was tapped is kept in this browser and in the store.</p>
      <Button look="main" big onClick={onAgain}>
        Try again
      </Button>
    </main>
  );
}

const OutsideCare = later(() => import("../accounts/outside-care").then((part) => part.OutsideCare));

/** The person whose record was refused since they are not in the care of whoever asks. */
function personOutside({ problems, body }: Extract<Called<unknown>, { ok: false }>): string | null {
  const { person } = (body ?? {}) as { person?: unknown };
  return problems[0]?.where === OUTSIDE_CARE && typeof person === "string" ? person : null;
}

/** A screen's data, from a route: its outline first, then the screen, or what is wrong in a sentence. */
export function Loaded<Ask, Answer>({ route, ids = NO_IDS, ask, skeleton, children }: LoadedProps<Ask, Answer>) {
  const [told, setTold] = useState<Called<Answer> | null>(null);
  const key = JSON.stringify([ids, ask]);
  const load = useCallback(async () => {
    const [sentIds, sent] = JSON.parse(key) as [Record<string, string>, Ask];
    const next = await call(route, sentIds, sent as NoInfer<Ask>);
    /** What is on the screen stays there when news cannot be had. */
    setTold((before) => (next.ok || !before?.ok ? next : before));
  }, [route, key]);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  if (!told) return skeleton;
  if (told.ok) return children(told.value, load);
  const outside = personOutside(told);
  if (outside) return <OutsideCare person={outside} onIn={() => void load()} />;
  return told.status === 404 ? <NothingHere /> : <Unloaded message={told.message} onAgain={() => void load()} />;
}

/** The outline of a screen: how it will be divided, and no words. */
export const Outline = ({ blocks }: { blocks: readonly string[] }) => (
  <main aria-busy className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
    <span role="status" className="sr-only">
      Loading.
    </span>
    {blocks.map((height, index) => (
      <div key={index} aria-hidden className={`rounded-2xl bg-well ${height}`} />
    ))}
  </main>
);
