/**
 * One thing for the whole process: the framework loads a module once for each of
 * its layers, and what it holds has to be the same in all of them.
 *
 * @param name of the thing, in this program
 * @param make what it is at first
 */
export function shared<T extends object>(name: string, make: () => T): T {
  const all = globalThis as unknown as Record<symbol, T | undefined>;
  return (all[Symbol.for(`dust-lantern.${name}`)] ??= make());
}
