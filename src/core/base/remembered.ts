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

/**
 * The same for what depends on an object and on one small thing beside it: a
 * number, a word or nothing.
 *
 * @example
 * const times = rememberedWith((of: { readonly side: number }, factor: number) => of.side * factor);
 * times({ side: 3 }, 2) // 6
 */
export function rememberedWith<K extends object, B extends string | number | null, V>(
  make: (key: K, beside: B) => V,
): (key: K, beside: B) => V {
  const ofKey = remembered((_key: K) => new Map<B, V>());
  return (key, beside) => {
    const made = ofKey(key);
    const known = made.get(beside);
    if (known !== undefined || made.has(beside)) return known as V;
    const value = make(key, beside);
    made.set(beside, value);
    return value;
  };
}
