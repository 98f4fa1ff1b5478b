/**
 * What is at the table and how it is used, over a reload of the page: of one
 * examination, and in this tab alone, so that nobody else finds it. A zero is never kept: what was
 * strapped on may have moved.
 */

/** Switches of the table, by their names. */
type Switches = Readonly<Record<"isSpoken" | "countsByItself" | "leadsItself" | "keepsTraces", boolean>>;
export type KeptTable = Switches & {
  /** The device that measured, by its label; null: none, or one that has to be opened by hand. */
  readonly device: string | null;
};

const KEPT = "dust-lantern-table";
const SWITCHES = ["isSpoken", "countsByItself", "leadsItself", "keepsTraces"] as const;

/** Null where nothing was kept of this examination, or it cannot be read. */
export function keptTable(exam: string): KeptTable | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Record<string, unknown> | null;
    if (kept?.exam !== exam) return null;
    const switches = Object.fromEntries(SWITCHES.map((name) => [name, kept[name] === true])) as Switches;
    return { ...switches, device: typeof kept.device === "string" ? kept.device : null };
  } catch {
    return null;
  }
}

export function keepTable(exam: string, { device, ...table }: KeptTable): void {
  try {
    const switches = Object.fromEntries(SWITCHES.map((name) => [name, table[name]]));
    sessionStorage.setItem(KEPT, JSON.stringify({ exam, ...switches, device }));
  } catch {
    /* It is set anew next time. */
  }
}
