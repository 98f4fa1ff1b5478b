import type { Note } from "./note";

/**
 * A letter as its writer wants it: what they add stands apart from what was
 * generated, and a section of which nothing is left goes.
 *
 * @param leave lines as they were generated
 * @param own what the writer adds; empty: nothing
 * @example editedLetter({ sections: [{ heading: "Done", lines: ["a", "b"] }] }, ["a"], "").sections[0].lines // ["b"]
 */
export function editedLetter<N extends Pick<Note, "sections">>(note: N, leave: readonly string[], own: string): N {
  const kept = note.sections.map(({ heading, lines }) => ({
    heading,
    lines: lines.filter((line) => !leave.includes(line)),
  }));
  const added = own.trim() ? [{ heading: "Added by the writer", lines: own.trim().split(/\n+/) }] : [];
  return { ...note, sections: [...added, ...kept.filter(({ lines }) => lines.length > 0)] };
}
