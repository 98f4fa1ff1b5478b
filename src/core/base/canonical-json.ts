/**
 * JSON with keys in code-unit order and no spaces, so that the same content is
 * always the same text (the ordering and number rules of RFC 8785, for plain
 * JSON values). Fields that are undefined are left out, as in JSON.
 *
 * @throws TypeError for a number that JSON cannot hold
 * @example canonicalJson({ b: 1, a: [true, null] }) // '{"a":[true,null],"b":1}'
 */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value === "boolean" || typeof value === "string") return JSON.stringify(value);
  if (typeof value === "number") {
    if (!Number.isFinite(value)) throw new TypeError(`${value} cannot be written as JSON.`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(",")}]`;
  if (typeof value === "object") {
    const record = value as Record<string, unknown>;
    let fields = "";
    for (const key of Object.keys(record).sort()) {
      if (record[key] === undefined) continue;
      fields += `${fields && ","}${JSON.stringify(key)}:${canonicalJson(record[key])}`;
    }
    return `{${fields}}`;
  }
  throw new TypeError(`A ${typeof value} cannot be written as JSON.`);
}
