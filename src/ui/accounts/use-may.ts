"use client";

import type { Act } from "@/core/access";
import { useHere } from "../shell/here";

/** Whether whoever is here may do something, as the server said; until it has, nothing is taken away. */
export function useMay(act: Act): boolean {
  const { here } = useHere();
  return here === null || here.acts.includes(act);
}
