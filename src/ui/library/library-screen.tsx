"use client";

import { Link } from "../primitives/link";
import { useDeferredValue, useMemo, useRef, useState } from "react";
import { poseOf } from "@/core/poses";
import { searchCatalogue } from "@/core/knowledge";
import { POSITIONS, REGION_IDS, REGIONS, SOURCES } from "@/core/vocabulary";
import { KEYS } from "../shell/keymap";
import { PositionDrawing } from "../drawing/position-drawing";
import { Button, ButtonLink } from "../primitives/button";
import { SearchField } from "../primitives/search-field";
import { PageHeader } from "../shell/page-header";
import { useKeys } from "../shell/use-keys";

/** Every test of the catalogue, found by name, other names, region, source or position. */
export function LibraryScreen({ initial }: { initial: string }) {
  const [query, setQuery] = useState(initial);
  const shown = useDeferredValue(query);
  const matches = useMemo(() => searchCatalogue(shown), [shown]);
  const search = useRef<HTMLInputElement>(null);
  useKeys(KEYS.search, (event) => {
    event.preventDefault();
    search.current?.focus();
  });
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-7xl flex-col gap-4 p-4">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-2xl font-bold">Library</h1>
          <ButtonLink href="/library/words">What is said to the person</ButtonLink>
        </div>
        <div className="flex flex-wrap gap-2">
          <SearchField
            label="Search by name, other names, region, source or position"
            placeholder="Name, other name, region, source or position"
            value={query}
            maxLength={80}
            onChange={setQuery}
            inputRef={search}
            className="min-w-64 grow"
          />
          <div role="group" aria-label="Show only" className="flex flex-wrap gap-1.5">
            {[...REGION_IDS.map((region) => REGIONS[region]), ...POSITIONS].map((word) => (
              <Button
                key={word}
                aria-pressed={query === word}
                className="px-3!"
                onClick={() => setQuery(query === word ? "" : word)}
              >
                {word}
              </Button>
            ))}
          </div>
        </div>
        <p role="status" className="text-sm text-soft">
          {matches.length === 0
            ? "Nothing found. Try fewer words, a region, or a position."
            : `${matches.length} ${matches.length === 1 ? "test" : "tests"}`}
        </p>
        <ul aria-label="Tests" className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
          {matches.map((protocol) => (
            <li key={protocol.id}>
              <Link
                href={`/library/${protocol.id}`}
                className="flex h-full flex-col gap-1 rounded-2xl border border-line bg-card p-3 no-underline hover:border-edge"
              >
                <PositionDrawing pose={poseOf(protocol.id)} side={protocol.sided ? "right" : null} className="w-full" />
                <strong>{protocol.name}</strong>
                <span className="text-sm text-soft">{protocol.otherNames.join(", ")}</span>
                <span className="text-sm">
                  {protocol.position} ·{" "}
                  {[...new Set(protocol.readings.map(({ source }) => SOURCES[source].label))].join(", ")}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
