"use client";

import { useReplan } from "./use-replan";

/** Plans anew at a turn, and says in a line what changed. */
export function Replan() {
  const said = useReplan();
  return said === null ? null : (
    <p role="status" className="px-2 text-sm font-medium" data-replanned>
      {said}
    </p>
  );
}
