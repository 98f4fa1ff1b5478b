/** Puts an item in place of the one it is about, or at the end. */
export function upsert<T>(list: T[], same: (item: T) => boolean, item: T): void {
  const index = list.findIndex(same);
  if (index >= 0) list[index] = item;
  else list.push(item);
}
