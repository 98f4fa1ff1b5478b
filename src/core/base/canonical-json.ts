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

function inOrder(value: unknown): string {
  if (value === null || typeof value === "boolean" || typeof value === "string") return JSON.stringify(value);
  if (typeof value === "number") {
    if (!Number.isFinite(value)) throw new TypeError(`${value} cannot be written as JSON.`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map(inOrder).join(",")}]`;
  if (typeof value === "object") {
    const record = value as Record<string, unknown>;
    let fields = "";
    for (const key of Object.keys(record).sort()) {
      if (record[key] === undefined) continue;
      fields += `${fields && ","}${JSON.stringify(key)}:${inOrder(record[key])}`;
    }
    return `{${fields}}`;
  }
  throw new TypeError(`A ${typeof value} cannot be written as JSON.`);
}
