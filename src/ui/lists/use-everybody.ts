"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { ListRow } from "@/wire/roster";
import { ROUTES } from "@/wire/routes";

export type Everybody = {
  readonly rows: readonly ListRow[];
  /** More are on their way. */
  readonly isWhole: boolean;
  readonly problem: string | null;
};

/** Everybody on the roster, a page after another: the first is shown while the others come. */
export function useEverybody(): Everybody {
  const [all, setAll] = useState<Everybody>({ rows: [], isWhole: false, problem: null });
  useEffect(() => {
    let isHere = true;
    const fetchFrom = async (from: number, before: readonly ListRow[]): Promise<void> => {
      const page = await call(ROUTES.listPeople, {}, from === 0 ? {} : { from: String(from) });
      if (!isHere) return;
      if (!page.ok) return setAll({ rows: before, isWhole: true, problem: page.message });
      const rows = [...before, ...page.value.rows];
      setAll({ rows, isWhole: page.value.next === null, problem: null });
      if (page.value.next !== null) await fetchFrom(page.value.next, rows);
    };
    void fetchFrom(0, []);
    return () => void (isHere = false);
  }, []);
  return all;
}
