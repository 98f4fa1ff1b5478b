/**
 * A function that works something out once for each key and then gives back
 * what it has. Of an object it remembers no longer than the object lives; of
 * a word for good, so only for words that are few.
 *
 * @param make what to work out; it depends on its key alone
 * @example
 * const squared = remembered((of: { readonly side: number }) => of.side ** 2);
 * squared({ side: 3 }) // 9
 */
export function remembered<K extends object | string, V>(make: (key: K) => V): (key: K) => V {
  const ofObjects = new WeakMap<object, V>();
  const ofWords = new Map<string, V>();
  return (key) => {
    const made = typeof key === "string" ? ofWords : ofObjects;
    const known = (made as Map<K, V>).get(key);
    if (known !== undefined || (made as Map<K, V>).has(key)) return known as V;
    const value = make(key);
    (made as Map<K, V>).set(key, value);
    return value;
  };
}
