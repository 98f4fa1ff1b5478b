/**
 * A text as it is searched: small letters, without accents, single spaces.
 *
 * @example searchable("  Zoë  Ñandú ") // "zoe nandu"
 */
export const searchable = (value: string): string =>
  value.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase().replace(/\s+/g, " ").trim();
