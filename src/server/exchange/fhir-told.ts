import { type Resource, remembered } from "@/core";
import type { Store } from "../store/store";

/**
 * What was told to other systems of somebody: kept while nothing of theirs has
 * changed, so that a page after another is not worked out anew; and whose each
 * resource is, so that it can be asked for by its own id.
 */

const statements = remembered(({ sqlite }: Store) => ({
  stamp: sqlite
    .prepare<[{ person: string }], string>(
      `SELECT json_array(p.number, p.name, p.birth_date, p.sex, p.contact, p.notes,
         (SELECT json_group_array(x.id || (SELECT max(seq) || hash FROM stream_events e WHERE e.kind = 'exam' AND e.stream = x.id))
          FROM exams x WHERE x.person_id = p.id),
         (SELECT json_group_array(y.id || (SELECT max(seq) || hash FROM stream_events e WHERE e.kind = 'episode' AND e.stream = y.id))
          FROM episodes y WHERE y.person_id = p.id),
         (SELECT max(seq) || hash FROM stream_events e WHERE e.kind = 'clinic'))
       FROM people p WHERE p.id = @person`,
    )
    .pluck(),
  whose: sqlite.prepare<[string, string], string>("SELECT person FROM fhir_ids WHERE type = ? AND id = ?").pluck(),
  keep: sqlite.prepare<[{ person: string; ids: string }]>(
    `INSERT OR IGNORE INTO fhir_ids (type, id, person)
     SELECT json_extract(value, '$[0]'), json_extract(value, '$[1]'), @person FROM json_each(@ids)`,
  ),
}));

/** Everything that what is told of somebody follows from, as one text; null: there is nobody of that id. */
const stampOf = (store: Store, person: string): string | null => statements(store).stamp.get({ person }) ?? null;

/** Whose a resource is; null: none of that type and id was told yet. */
export const whoseResource = (store: Store, type: string, id: string): string | null =>
  statements(store).whose.get(type, id) ?? null;

/** In a store that can only be read, nothing can be asked for by an id that was not told before. */
function keepIds(store: Store, person: string, resources: readonly Resource[]): void {
  if (store.sqlite.readonly) return;
  const ids = resources.flatMap(({ resourceType, id }) => (resourceType === "Patient" ? [] : [[resourceType, id]]));
  statements(store).keep.run({ person, ids: JSON.stringify(ids) });
}

type Kept = { readonly stamp: string; readonly at: number; readonly resources: readonly Resource[] };

const MOST_KEPT = 4;
const KEPT_FOR_MS = 10 * 60_000;
const keptIn = remembered((_store: Store) => new Map<string, Kept>());

/**
 * What may be told of somebody: as it was told just now, while nothing of theirs
 * has changed since; else worked out anew.
 *
 * @param now ms; what was told ten minutes ago is worked out anew
 * @param workOut takes a while; null: there is nobody of that id
 */
export async function toldAgain(
  store: Store,
  person: string,
  now: number,
  workOut: () => Promise<readonly Resource[] | null>,
): Promise<readonly Resource[] | null> {
  const kept = keptIn(store);
  const stamp = stampOf(store, person);
  if (stamp === null) return null;
  const there = kept.get(person);
  if (there?.stamp === stamp && now - there.at < KEPT_FOR_MS) return there.resources;
  const resources = await workOut();
  if (!resources) return null;
  keepIds(store, person, resources);
  kept.delete(person);
  kept.set(person, { stamp, at: now, resources });
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return resources;
}
