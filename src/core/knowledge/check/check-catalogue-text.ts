import { refuse } from "../../base";
import { checkCatalogue, type CatalogueFault } from "./check-catalogue";
import { type Protocol, SCHOOLS } from "../protocols";

const LISTS = [
  "otherNames",
  "regions",
  "stages",
  "schools",
  "measures",
  "signs",
  "cautions",
  "readings",
  "citations",
] as const;
const TEXTS = ["id", "name", "position", "placing", "hands", "direction", "stopRule"] as const;

/** What is missing for an entry to be looked at as a test at all. */
function shapeFaults(entry: unknown, index: number): CatalogueFault[] {
  const place = `test ${index + 1}`;
  if (typeof entry !== "object" || entry === null)
    return [{ where: place, what: "is not an object", todo: "Write it as in the exported catalogue." }];
  const fields = entry as Record<string, unknown>;
  const where = typeof fields.id === "string" ? fields.id : place;
  const fault = (name: string, what: string, todo: string): CatalogueFault => ({
    where: `${where} › ${name}`,
    what,
    todo,
  });
  return [
    ...TEXTS.filter((name) => typeof fields[name] !== "string").map((name) =>
      fault(name, "is not text", "Write it in quotes."),
    ),
    ...LISTS.filter((name) => !Array.isArray(fields[name])).map((name) =>
      fault(name, "is not a list", "Write it in square brackets."),
    ),
    ...(Array.isArray(fields.stages) ? fields.stages : []).flatMap((stage: unknown, position) => {
      const { id, question, loads } = (stage ?? {}) as Record<string, unknown>;
      return typeof id === "string" && typeof question === "string" && Array.isArray(loads)
        ? []
        : [fault(`stage ${position + 1}`, "lacks its id, question or loads", "Write all three.")];
    }),
    ...(Array.isArray(fields.readings) ? fields.readings : []).flatMap((reading: unknown, position) =>
      Array.isArray((reading as { lines?: unknown } | null)?.lines)
        ? []
        : [fault(`reading ${position + 1}`, "has no list of lines", "Write its lines.")],
    ),
    ...(Array.isArray(fields.schools) ? fields.schools : []).flatMap((school: unknown, position) =>
      Array.isArray((school as { options?: unknown } | null)?.options)
        ? []
        : [fault(`school ${position + 1}`, "has no list of options", "Write its options.")],
    ),
  ];
}

/**
 * Everything wrong with an edited catalogue, as text.
 *
 * @param content JSON: a list of tests, as `lantern catalogue --json` prints it
 * @throws InputError when it is no JSON list
 * @example checkCatalogueText(JSON.stringify(PROTOCOLS)) // []
 */
export function checkCatalogueText(content: string): CatalogueFault[] {
  let entries: unknown;
  try {
    entries = JSON.parse(content);
  } catch {
    refuse("catalogue", "is not whole JSON", "Check brackets, quotes and commas at the place your editor marks.");
  }
  if (!Array.isArray(entries)) refuse("catalogue", "is not a list of tests", "Begin with a square bracket.");
  const list = entries as unknown[];
  const shape = list.flatMap(shapeFaults);
  return shape.length ? shape : checkCatalogue(list as Protocol[], SCHOOLS);
}
