"use client";

import { useEffect } from "react";
import { call } from "@/wire/call";
import type { Printed } from "@/wire/access-log";
import { ROUTES } from "@/wire/routes";

/** Printing goes into the log of access, by whichever way it is begun. */
export function useNotedPrint(record: string, what: Printed): void {
  useEffect(() => {
    const print = () => void call(ROUTES.notePrint, {}, { record, what });
    window.addEventListener("beforeprint", print);
    return () => window.removeEventListener("beforeprint", print);
  }, [record, what]);
}
