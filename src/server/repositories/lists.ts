import { type may, remembered } from "@/core";
import type { ListRow } from "@/wire/roster";
import type { Store } from "../store/store";
import { awaitingFor } from "./countersigning";
import { dueCourses } from "./episodes";
import { openedByMistake } from "./people";

/** So many at once: a page is worked out well within what a tap may wait. */
export const LIST_PAGE = 1000;
const MOST_DUE = 20_000;

type Row = Omit<ListRow, "waits" | "countersign">;

/** An exam that is neither signed nor was opened by mistake. */
const statements = remembered(({ sqlite }: Store) =>
  sqlite.prepare<[number, number], Row>(
    `SELECT p.id, p.name, p.number, p.birth_date AS birthDate, p.recent_at AS recentAt,
       (SELECT max(coalesce(x.visit_date, substr(x.opened_at, 1, 10))) FROM exams x WHERE x.person_id = p.id) AS lastVisit,
       (SELECT x.id FROM exams x WHERE x.person_id = p.id
          AND NOT EXISTS (SELECT 1 FROM stream_events e WHERE e.kind = 'exam' AND e.stream = x.id AND e.type = 'exam-signed')
          AND NOT ${openedByMistake("x")}
          ORDER BY x.opened_at DESC LIMIT 1) AS open
     FROM people p ORDER BY p.recent_at DESC, p.name, p.id LIMIT ? OFFSET ?`,
  ),
);

/**
 * A page of everybody on the roster, the most recent first, with what waits of each.
 *
 * @param from how many come before it
 * @param member who asks, for what waits for their signature; null: a store without accounts
 */
export function listPage(
  store: Store,
  from: number,
  today: string,
  member: Parameters<typeof may>[0] | null,
): { rows: ListRow[]; next: number | null } {
  const rows = statements(store).all(LIST_PAGE, from);
  const waits = new Map<string, Set<ListRow["waits"][number]>>();
  for (const { person, why } of dueCourses(store, today, MOST_DUE))
    waits.set(person, (waits.get(person) ?? new Set()).add(why));
  const signatures = new Map((member ? awaitingFor(store, member) : []).map(({ exam, number }) => [number, exam]));
  return {
    rows: rows.map((row) => ({
      ...row,
      waits: [...(waits.get(row.id) ?? [])],
      countersign: signatures.get(row.number) ?? null,
    })),
    next: rows.length === LIST_PAGE ? from + LIST_PAGE : null,
  };
}
