"use client";

import { type Note, READERS } from "@/core/exchange";
import type { WrittenLetter } from "@/core/record";
import { LANGUAGES } from "@/core/vocabulary";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";

/** A letter while it is being written, and what was made of it before. */

type LinesProps = { letter: Note; left: readonly string[]; onToggle: (line: string) => void };

/** The letter line by line: each can be left out, and what is left out stays to be seen. */
export function LetterLines({ letter, left, onToggle }: LinesProps) {
  return (
    <article data-letter className="flex flex-col gap-3 bg-white p-6 text-black">
      <header className="border-b-2 border-black pb-1">
        <h2 className="text-xl font-bold">{letter.title}</h2>
        <p>{letter.who}</p>
        <p>{letter.when}</p>
      </header>
      {letter.sections.map(({ heading, lines }) => (
        <section key={heading}>
          <h3 className="font-bold">{heading}</h3>
          <ul>
            {lines.map((line, index) => (
              <li key={index} className={line.startsWith("  ") ? "ps-6" : ""}>
                <label className="flex min-h-11 cursor-pointer items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0 accent-black"
                    checked={!left.includes(line)}
                    onChange={() => onToggle(line)}
                  />
                  <span className={`break-words ${left.includes(line) ? "text-neutral-600 line-through" : ""}`}>
                    {line.trim()}
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <footer className="border-t-2 border-black pt-1 text-sm">
        {letter.signature.map((line) => (
          <p key={line} className="break-all">
            {line}
          </p>
        ))}
        <p className="mt-1">{letter.footer}</p>
      </footer>
    </article>
  );
}

const NAMES: Readonly<Record<WrittenLetter["kind"], string>> = {
  person: "For the person",
  ordinary: "Ordinary letter",
  referral: "Referral",
  record: "The record",
  progress: "Progress letter",
};

const nameOf = ({ kind, reader, language }: WrittenLetter): string =>
  `${NAMES[kind]}${reader ? `, ${READERS[reader]}` : ""}${kind === "person" ? `, ${LANGUAGES[language]}` : ""}`;

/** What was made of this examination, by whom, and what was changed in it; nothing where nothing was. */
export function MadeBefore({ letters }: { letters: readonly WrittenLetter[] }) {
  if (letters.length === 0) return null;
  return (
    <Card heading="Made before">
      <ul className="flex flex-col gap-2 text-sm">
        {letters.toReversed().map((letter) => (
          <li key={`${letter.at} ${nameOf(letter)}`}>
            {dayText(letter.at.slice(0, 10))}: {nameOf(letter)}
            <span className="block text-soft">
              {letter.by}
              {letter.left.length > 0 &&
                `, ${letter.left.length} ${letter.left.length === 1 ? "line" : "lines"} left out`}
              {letter.own.trim() && `, added: “${letter.own.trim()}”`}
            </span>
          </li>
        ))}
      </ul>
    </Card>
  );
}
