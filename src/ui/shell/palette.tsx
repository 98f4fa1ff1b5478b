"use client";

import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Act } from "@/core/access";
import { searchable } from "@/core/base";
import { PROTOCOLS } from "@/core/knowledge";
import { call } from "@/wire/call";
import type { RosterRow } from "@/wire/roster";
import { ROUTES } from "@/wire/routes";
import { useHere } from "./here";

/** Where one can go, and what one has to be allowed for it. */
const PLACES: readonly { readonly label: string; readonly href: string; readonly act?: Act }[] = [
  { label: "The list of people", href: "/", act: "see the list" },
  { label: "Everybody, by what waits", href: "/lists", act: "see the list" },
  { label: "People from elsewhere", href: "/people/incoming", act: "take records in" },
  { label: "Library of tests", href: "/library" },
  { label: "What is said", href: "/library/words" },
  { label: "Evidence", href: "/evidence", act: "see the figures" },
  { label: "Own error of measuring", href: "/evidence/errors", act: "see the figures" },
  { label: "Calculator", href: "/calculator" },
  { label: "Settings", href: "/settings" },
  { label: "Who works here", href: "/settings/members", act: "change who works here" },
  { label: "Back-ups", href: "/settings/backups", act: "look after back-ups" },
  { label: "Keeping and erasing", href: "/settings/keeping", act: "erase people" },
  { label: "Other systems", href: "/settings/systems", act: "let systems in" },
  { label: "Log of access", href: "/settings/log", act: "see the log" },
];

const SEARCH_DELAY_MS = 120;
const MOST_PEOPLE = 8;
const ITEM =
  "flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-lg px-3 data-[selected=true]:bg-glow data-[selected=true]:outline-2 data-[selected=true]:outline-lantern";

const GROUP = "[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft";

/** Who is found by what is typed; nobody before anything is. */
function usePeople(text: string, isAllowed: boolean): readonly RosterRow[] {
  const [found, setFound] = useState<{ readonly text: string; readonly people: readonly RosterRow[] } | null>(null);
  useEffect(() => {
    if (!isAllowed || text.trim() === "") return;
    let isLate = false;
    const timer = setTimeout(async () => {
      const answer = await call(ROUTES.searchPeople, {}, { q: text });
      if (!isLate && answer.ok) setFound({ text, people: answer.value.people.slice(0, MOST_PEOPLE) });
    }, SEARCH_DELAY_MS);
    return () => {
      isLate = true;
      clearTimeout(timer);
    };
  }, [text, isAllowed]);
  return text.trim() === "" ? [] : (found?.people ?? []);
}

/** An examination that is not signed is where its person is found; else their course. */
const placeOf = ({ id, exams }: RosterRow): string => {
  const open = exams.find(({ signedAt }) => signedAt === null);
  return open ? `/exams/${open.id}/run` : `/people/${id}`;
};

/** Every word that is typed stands in it, in any order: letters strewn over a name are no match. */
const holds = (value: string, typed: string, keywords: readonly string[] = []): number => {
  const text = searchable([value, ...keywords].join(" "));
  return searchable(typed)
    .split(" ")
    .every((word) => text.includes(word))
    ? 1
    : 0;
};

/** A person, a test or a screen, by a few letters of its name. */
export function Palette({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const { here } = useHere();
  const [text, setText] = useState("");
  const acts: readonly string[] = here?.acts ?? [];
  const people = usePeople(text, acts.includes("see the list"));
  const go = (href: string) => {
    onClose();
    router.push(href);
  };
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      filter={holds}
      label="Go to a person, a test or a screen"
      overlayClassName="fixed inset-0 z-40 bg-black/40"
      contentClassName="fixed inset-x-4 top-[12vh] z-50 mx-auto max-w-xl rounded-2xl border border-edge bg-card p-2 shadow-xl"
    >
      <Command.Input
        value={text}
        onValueChange={setText}
        maxLength={200}
        placeholder="A person, a test, a screen"
        className="min-h-12 w-full rounded-lg border border-edge bg-card px-3 text-lg"
      />
      <Command.List className="mt-2 max-h-[50vh] overflow-y-auto">
        <Command.Empty className="px-3 py-2 text-soft">Nothing by that name.</Command.Empty>
        {people.length > 0 && (
          <Command.Group heading="People" className={GROUP}>
            {people.map((person) => (
              <Command.Item
                key={person.id}
                value={`${person.name} ${person.number} ${person.birthDate} ${text}`}
                className={ITEM}
                onSelect={() => go(placeOf(person))}
              >
                <span className="font-medium">{person.name}</span>
                <span className="text-sm text-soft">{person.number}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        <Command.Group heading="Screens" className={GROUP}>
          {PLACES.filter(({ act }) => !act || acts.includes(act)).map(({ label, href }) => (
            <Command.Item key={href} value={label} className={ITEM} onSelect={() => go(href)}>
              {label}
            </Command.Item>
          ))}
        </Command.Group>
        {text.trim() !== "" && (
          <Command.Group heading="Tests" className={GROUP}>
            {PROTOCOLS.map(({ id, name, otherNames }) => (
              <Command.Item
                key={id}
                value={`test ${name}`}
                keywords={[...otherNames]}
                className={ITEM}
                onSelect={() => go(`/library/${id}`)}
              >
                {name}
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
