"use client";

import { Link } from "../primitives/link";
import { useMemo, useState } from "react";
import { searchable } from "@/core/base";
import { NEVER_SAID, type Told, TOLD_KINDS, type ToldKind, toldSentences } from "@/core/knowledge";
import type { PractitionerSettings } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { inputClass } from "../primitives/field";
import { SearchField } from "../primitives/search-field";
import { useMay } from "../accounts/use-may";
import { useHere } from "../shell/here";
import { ownWords, type OwnWords, type Whose } from "../shell/own-words";
import { PageHeader } from "../shell/page-header";

const KINDS = Object.keys(TOLD_KINDS) as ToldKind[];
const WHERE_SHOWN = 4;

/** Own words for the sentences, one's own before the clinic's, and the way to keep them. */
function useOwnWords() {
  const { here, reload } = useHere();
  const mayForAll = useMay("change what is said");
  const [problem, setProblem] = useState<string | null>(null);
  const profile = here?.profile ?? null;
  const mine = profile?.settings.work.words ?? {};
  const ownOf = (shipped: string) => ownWords(mine, here?.words, shipped);
  const keepMine = (profileHere: NonNullable<typeof profile>, shipped: string, own: string | null) => {
    const { [shipped]: _before, ...others } = mine;
    const work: PractitionerSettings["work"] = {
      ...profileHere.settings.work,
      words: own === null || own === shipped ? others : { ...others, [shipped]: own },
    };
    return call(ROUTES.saveSettings, { practitioner: profileHere.id }, { ...profileHere.settings, work });
  };
  const keep = async (shipped: string, own: string | null, whose: Whose) => {
    if (!profile) return;
    const written =
      whose === "mine" ? await keepMine(profile, shipped, own) : await call(ROUTES.saySentence, {}, { shipped, own });
    setProblem(written.ok ? null : written.message);
    if (written.ok) await reload();
  };
  const whoses: readonly Whose[] = profile ? (mayForAll ? ["clinic", "mine"] : ["mine"]) : [];
  return { profile, ownOf, whoses, keep, problem };
}

const KEEP: Readonly<Record<Whose, string>> = { clinic: "Keep for everybody here", mine: "Keep for me alone" };

type SentenceProps = {
  told: Told;
  own: OwnWords | null;
  whoses: readonly Whose[];
  onKeep: (own: string | null, whose: Whose) => void;
};

/** One sentence: as shipped, and as it is said here. */
function Sentence({ told, own, whoses, onKeep }: SentenceProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const said = typed?.trim() ?? "";
  const never = NEVER_SAID.exec(said)?.[0];
  const places = told.where.slice(0, WHERE_SHOWN).join(", ");
  return (
    <li className="border-b border-line py-2 last:border-0" data-told={told.text}>
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-1">
        <p className="min-w-60 grow basis-96">
          <span className={own ? "text-soft line-through" : ""}>&ldquo;{told.text}&rdquo;</span>
          {own && (
            <span className="block font-medium">
              &ldquo;{own.words}&rdquo;{" "}
              <span className="font-normal text-soft">
                {own.whose === "mine" ? "said by you alone" : "said by everybody here"}
              </span>
            </span>
          )}
          <span className="block text-sm text-soft">
            {places}
            {told.where.length > WHERE_SHOWN && ` and ${told.where.length - WHERE_SHOWN} more`}
          </span>
        </p>
        {whoses.length > 0 && typed === null && (
          <span className="flex gap-1.5">
            <Button onClick={() => setTyped(own?.words ?? told.text)}>In our words</Button>
            {own && whoses.includes(own.whose) && (
              <Button onClick={() => onKeep(null, own.whose)}>
                {own.whose === "mine" ? "As everybody here" : "As shipped"}
              </Button>
            )}
          </span>
        )}
      </div>
      {typed !== null && (
        <form
          className="mt-2 flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const { submitter } = event.nativeEvent as SubmitEvent;
            onKeep(said, ((submitter as HTMLButtonElement | null)?.value as Whose | undefined) ?? whoses[0]!);
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
          {whoses.map((whose, index) => (
            <Button
              key={whose}
              type="submit"
              value={whose}
              look={index === 0 ? "main" : undefined}
              disabled={said.length < 2 || never !== undefined}
            >
              {KEEP[whose]}
            </Button>
          ))}
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
  const { profile, ownOf, whoses, keep, problem } = useOwnWords();
  const [query, setQuery] = useState("");
  const all = useMemo(() => toldSentences(), []);
  const asked = searchable(query);
  const shown = all.filter(
    ({ text, where }) =>
      asked === "" || searchable(`${text} ${where.join(" ")} ${ownOf(text)?.words ?? ""}`).includes(asked),
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
          Every sentence a person is told or asked, {all.length} in all. A sentence in other words is used wherever the
          shipped one would be, by everybody here or by you alone. None says diagnosed, confirmed, clear or safe.
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
                    own={ownOf(told.text)}
                    whoses={whoses}
                    onKeep={(text, whose) => void keep(told.text, text, whose)}
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
