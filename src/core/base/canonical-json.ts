/** Whether the platform's own JSON text of a value is its canonical one: its keys stand in order, and nothing is left out. */
function isOrdered(value: unknown): boolean {
  switch (typeof value) {
    case "string":
    case "boolean":
      return true;
    case "number":
      return Number.isFinite(value);
    case "object":
      break;
    default:
      return false;
  }
  if (value === null) return true;
  if (Array.isArray(value)) return value.every(isOrdered);
  if (Object.getPrototypeOf(value) !== Object.prototype) return false;
  let before = "";
  for (const key of Object.keys(value)) {
    if (key < before || !isOrdered((value as Record<string, unknown>)[key])) return false;
    before = key;
  }
  return true;
}

/**
 * JSON with keys in code-unit order and no spaces, so that the same content is
 * always the same text (the ordering and number rules of RFC 8785, for plain
 * JSON values). Fields that are undefined are left out, as in JSON.
 *
 * @throws TypeError for a number that JSON cannot hold
 * @example canonicalJson({ b: 1, a: [true, null] }) // '{"a":[true,null],"b":1}'
 */
export const canonicalJson = (value: unknown): string => (isOrdered(value) ? JSON.stringify(value) : inOrder(value));

const KEYS_KEPT = 1000;
/** From here on the sort of the platform is quicker. */
const MANY = 40;
const keyTexts = new Map<string, string>();

/** A key and its colon; the keys of events are few, and are written again and again. */
function keyText(key: string): string {
  const known = keyTexts.get(key);
  if (known !== undefined) return known;
  const text = `${JSON.stringify(key)}:`;
  if (keyTexts.size < KEYS_KEPT) keyTexts.set(key, text);
  return text;
}

/** An object's keys in order: they are few, and most stand in it already. */
function orderedKeys(record: object): string[] {
  const keys = Object.keys(record);
  for (let from = 1; from < keys.length; from++) {
    const key = keys[from]!;
    let to = from;
    for (; to > 0 && keys[to - 1]! > key; to--) keys[to] = keys[to - 1]!;
    keys[to] = key;
    if (from > MANY) return keys.sort();
  }
  return keys;
}

function inOrder(value: unknown): string {
  if (typeof value === "string") return JSON.stringify(value);
  if (value === null || typeof value === "boolean") return String(value);
  if (typeof value === "number") {
    if (!Number.isFinite(value)) throw new TypeError(`${value} cannot be written as JSON.`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map(inOrder).join(",")}]`;
  if (typeof value === "object") {
    const record = value as Record<string, unknown>;
    let fields = "";
    for (const key of orderedKeys(record)) {
      const field = record[key];
      if (field !== undefined) fields += `${fields && ","}${keyText(key)}${inOrder(field)}`;
    }
    return `{${fields}}`;
  }
  throw new TypeError(`A ${typeof value} cannot be written as JSON.`);
}
