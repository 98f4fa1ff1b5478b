import type { Note } from "@/core/exchange";

/** The note on one sheet, black on white whatever the theme. */
export const NotePage = ({ note }: { note: Note }) => (
  <article
    data-note
    className="mx-auto w-full max-w-[48rem] bg-white p-6 text-[0.8rem] leading-snug text-black print:max-w-none print:p-0 print:text-[8.6pt]"
  >
    <header className="mb-2 border-b-2 border-black pb-1">
      <h2 className="text-lg font-bold">{note.title}</h2>
      <p className="font-medium">{note.who}</p>
      <p>{note.when}</p>
    </header>
    {note.sections.map(({ heading, lines }) => (
      <section key={heading} className="mb-1.5">
        <h3 className="font-bold">{heading}</h3>
        <ul>
          {lines.map((line, index) => (
            <li
              key={index}
              className={`break-words whitespace-pre-wrap ${line.startsWith("  ") ? "ps-6" : "ps-3 -indent-3"}`}
            >
              {line.startsWith("  ") ? line.trim() : `· ${line}`}
            </li>
          ))}
        </ul>
      </section>
    ))}
    <footer className="mt-2 border-t-2 border-black pt-1">
      {note.signature.map((line) => (
        <p key={line} className="break-all">
          {line}
        </p>
      ))}
      <p className="mt-1">{note.footer}</p>
    </footer>
  </article>
);
