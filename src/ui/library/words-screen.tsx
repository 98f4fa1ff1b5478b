"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import { searchable } from "@/core/base";
import { NEVER_SAID, type Told, TOLD_KINDS, type ToldKind, toldSentences } from "@/core/knowledge";
import type { PractitionerSettings } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { inputClass } from "../primitives/field";
import { SearchField } from "../primitives/search-field";
import { useHere } from "../shell/here";
import { PageHeader } from "../shell/page-header";

const KINDS = Object.keys(TOLD_KINDS) as ToldKind[];
const WHERE_SHOWN = 4;

/** Own words for the sentences, and the way to keep them. */
function useOwnWords() {
  const { here, reload } = useHere();
  const [problem, setProblem] = useState<string | null>(null);
  const profile = here?.profile ?? null;
  const words = profile?.settings.work.words ?? {};
  const keep = async (shipped: string, own: string | null) => {
    if (!profile) return;
    const { [shipped]: _before, ...others } = words;
    const work: PractitionerSettings["work"] = {
      ...profile.settings.work,
      words: own === null || own === shipped ? others : { ...others, [shipped]: own },
    };
    const written = await call(ROUTES.saveSettings, { practitioner: profile.id }, { ...profile.settings, work });
    setProblem(written.ok ? null : written.message);
    if (written.ok) await reload();
  };
  return { profile, words, keep, problem };
}

type SentenceProps = { told: Told; own: string | undefined; canChange: boolean; onKeep: (own: string | null) => void };

/** One sentence: as shipped, and as it is said here. */
function Sentence({ told, own, canChange, onKeep }: SentenceProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const said = typed?.trim() ?? "";
  const never = NEVER_SAID.exec(said)?.[0];
  const places = told.where.slice(0, WHERE_SHOWN).join(", ");
  return (
    <li className="border-b border-line py-2 last:border-0" data-told={told.text}>
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-1">
        <p className="min-w-60 grow basis-96">
          <span className={own ? "text-soft line-through" : ""}>&ldquo;{told.text}&rdquo;</span>
          {own && <span className="block font-medium">&ldquo;{own}&rdquo;</span>}
          <span className="block text-sm text-soft">
            {places}
            {told.where.length > WHERE_SHOWN && ` and ${told.where.length - WHERE_SHOWN} more`}
          </span>
        </p>
        {canChange && typed === null && (
          <span className="flex gap-1.5">
            <Button onClick={() => setTyped(own ?? told.text)}>In our words</Button>
            {own && <Button onClick={() => onKeep(null)}>As shipped</Button>}
          </span>
        )}
      </div>
      {typed !== null && (
        <form
          className="mt-2 flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            onKeep(said);
            setTyped(null);
          }}
        >
          <label className="grow basis-96">
            <span className="sr-only">In our words, for: {told.text}</span>
            <input
              className={inputClass}
              value={typed}
              maxLength={400}
              onChange={(event) => setTyped(event.target.value)}
              autoFocus
            />
          </label>
          <Button type="submit" look="main" disabled={said.length < 2 || never !== undefined}>
            Keep
          </Button>
          <Button onClick={() => setTyped(null)}>Leave it</Button>
          {never && (
            <p role="alert" className="w-full text-sm text-stop">
              No test can promise &ldquo;{never}&rdquo;: say what was found, not that.
            </p>
          )}
        </form>
      )}
    </li>
  );
}

/** Every sentence a person is told or asked, to read, and to say in the clinic's own words. */
export function WordsScreen() {
  const { profile, words, keep, problem } = useOwnWords();
  const [query, setQuery] = useState("");
  const all = useMemo(() => toldSentences(), []);
  const asked = searchable(query);
  const shown = all.filter(
    ({ text, where }) => asked === "" || searchable(`${text} ${where.join(" ")} ${words[text] ?? ""}`).includes(asked),
  );
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
        <Link href="/library" className="flex min-h-11 items-center underline">
          Library
        </Link>
        <h1 className="text-2xl font-bold">What is said</h1>
        <p className="max-w-prose text-soft">
          Every sentence a person is told or asked, {all.length} in all. A sentence said in own words is used wherever
          the shipped one would be, by this profile. None says diagnosed, confirmed, clear or safe.
        </p>
        {!profile && <p className="text-caution">Choose a profile under Settings to change a sentence.</p>}
        {problem && (
          <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
            {problem}
          </p>
        )}
        <SearchField
          label="Search the sentences, or the tests they belong to"
          placeholder="A word, or a test"
          value={query}
          maxLength={80}
          onChange={setQuery}
        />
        {shown.length === 0 && <p role="status">Nothing found. Try fewer letters, or the name of a test.</p>}
        {KINDS.map((kind) => {
          const own = shown.filter((told) => told.kind === kind);
          if (own.length === 0) return null;
          return (
            <section key={kind} aria-label={TOLD_KINDS[kind]} className="rounded-2xl border border-line bg-card p-4">
              <h2 className="font-semibold">
                {TOLD_KINDS[kind]} <span className="font-normal text-soft">({own.length})</span>
              </h2>
              <ul>
                {own.map((told) => (
                  <Sentence
                    key={told.text}
                    told={told}
                    own={words[told.text]}
                    canChange={profile !== null}
                    onKeep={(text) => void keep(told.text, text)}
                  />
                ))}
              </ul>
            </section>
          );
        })}
      </main>
    </>
  );
}
