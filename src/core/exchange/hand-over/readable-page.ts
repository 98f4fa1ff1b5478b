import type { Note } from "../letters/note";

/** A person's whole record as one page that any browser opens: no scripts, nothing fetched. */

const ENTITIES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};

/**
 * Text as it may stand in a page.
 *
 * @example escaped("5 < 6 & 7") // "5 &lt; 6 &amp; 7"
 */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (mark) => ENTITIES[mark]!);

/** What of a course is told on the page. */
export type CourseTold = { readonly name: string; readonly sentence: string; readonly techniques: readonly string[] };

export type HandOver = {
  readonly who: string;
  readonly number: string;
  readonly clinicNotes: string;
  /** YYYY-MM-DD */
  readonly on: string;
  readonly courses: readonly CourseTold[];
  readonly notes: readonly Note[];
};

const list = (lines: readonly string[]): string =>
  lines.length ? `<ul>${lines.map((line) => `<li>${escaped(line.trim())}</li>`).join("")}</ul>` : "";

const noteHtml = ({ title, when, sections, signature }: Note): string =>
  `<section><h2>${escaped(when)}: ${escaped(title)}</h2>${sections
    .map(({ heading, lines }) => `<h3>${escaped(heading)}</h3>${list(lines)}`)
    .join("")}<p class="end">${signature.map(escaped).join("<br>")}</p></section>`;

const courseHtml = ({ name, sentence, techniques }: CourseTold): string =>
  `<section><h2>Course: ${escaped(name)}</h2><p>${escaped(sentence)}</p>${list(techniques)}</section>`;

const STYLE =
  "body{font:16px/1.5 system-ui,sans-serif;max-width:46rem;margin:2rem auto;padding:0 1rem}h1{font-size:1.6rem}h2{font-size:1.2rem;border-top:1px solid #999;padding-top:1rem}h3{font-size:1rem;margin-bottom:0}ul{margin-top:.2rem}.end{color:#555;font-size:.85rem;overflow-wrap:anywhere}";

/**
 * The readable page of a record that is handed over.
 *
 * @returns a whole HTML document
 * @example readablePage({ who: "R. Quill", number: "DL-0001", clinicNotes: "", on: "2026-03-02", courses: [], notes: [] }).startsWith("<!doctype html>") // true
 */
export const readablePage = ({ who, number, clinicNotes, on, courses, notes }: HandOver): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Record of ${escaped(who)}</title><style>${STYLE}</style></head><body><h1>Record of ${escaped(who)}</h1><p>${escaped(number)}, handed over on ${escaped(on)}. Everything that is kept here of this person: ${notes.length} ${notes.length === 1 ? "examination" : "examinations"}, ${courses.length} ${courses.length === 1 ? "course" : "courses"}. The same as data for another program is in record.json, the findings as tables are beside it.</p>${clinicNotes ? `<p>Noted beside the name: ${escaped(clinicNotes)}</p>` : ""}${courses.map(courseHtml).join("")}${notes.map(noteHtml).join("")}</body></html>`;
