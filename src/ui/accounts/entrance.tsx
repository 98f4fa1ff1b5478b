"use client";

import { useEffect, useState, useSyncExternalStore } from "react";
import { isLockedHere, isSignedOutHere, whenLockedHere } from "@/sync/lock-here";
import { whenSignInIsAsked } from "@/wire/sign-in-asked";
import { later } from "../primitives/later";
import { useHere } from "../shell/here";
import { Shut } from "./shut";

const AutoLock = later(() => import("./auto-lock").then((module) => module.AutoLock));
const EntranceScreen = later(() => import("./entrance-screen").then((module) => module.EntranceScreen), Shut);

/**
 * The way in, above whatever screen is open: it comes when the server asks who is
 * there, and what was open stands again behind it as it was left.
 */
export function Entrance() {
  const { here, reload } = useHere();
  const [isAsked, setAsked] = useState(false);
  useEffect(() => whenSignInIsAsked(() => setAsked(true)), []);
  /** Once somebody has signed out here, this page opens only to whoever comes in, also when the server has heard of it. */
  useEffect(() => {
    const look = () => isSignedOutHere() && setAsked(true);
    look();
    return whenLockedHere(look);
  }, []);
  const isShut = useSyncExternalStore(whenLockedHere, isLockedHere, () => false);
  const was = here?.profile?.id ?? null;
  const come = async (whoNow: () => Promise<string | null>) => {
    const now = was === null ? null : await whoNow();
    /** Whoever comes in first, or as somebody else, begins with a page of their own. */
    if (was === null || now !== was) return location.reload();
    await reload();
    setAsked(false);
  };
  return (
    <>
      {(isAsked || isShut) && <EntranceScreen whose={was} onIn={come} />}
      {here?.account?.canLock && !isAsked && !isShut && <AutoLock />}
    </>
  );
}
