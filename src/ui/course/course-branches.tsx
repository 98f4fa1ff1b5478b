"use client";

import { canonicalJson } from "@/core/base";
import type { EpisodeDraft, StreamEvent } from "@/core/record";
import type { CourseBranch } from "@/wire/course";
import { Button } from "../primitives/button";
import { EntryFields } from "../primitives/entry-fields";

type BranchesProps = {
  branches: readonly CourseBranch[];
  /** What was said of the course here. */
  events: readonly StreamEvent[];
  say: (...drafts: EpisodeDraft[]) => Promise<boolean>;
};

const meaning = ({ type, body }: StreamEvent): string => canonicalJson({ type, body });

/** What was said of this course elsewhere while something else was said here: it counts once it is taken over. */
export function CourseBranches({ branches, events, say }: BranchesProps) {
  const here = new Set(events.map(meaning));
  return branches.map(({ head, events: told }) => (
    <details
      key={head}
      className="no-print rounded-lg border border-edge bg-caution-well p-2"
      data-course-branch={head}
    >
      <summary className="flex min-h-11 items-center font-medium text-caution">
        This course was also continued elsewhere: {told.length} {told.length === 1 ? "entry" : "entries"} by{" "}
        {told.at(-1)?.actor.name} {told.length === 1 ? "is" : "are"} kept beside it. Look at them.
      </summary>
      <p className="text-sm">Nothing of it counts here until it is taken over. Continuation {head.slice(0, 12)}.</p>
      <ul className="text-sm">
        {told.map((event) => (
          <li key={event.id} className="flex flex-wrap items-center gap-3 border-t border-line py-2">
            <EntryFields {...event} body={event.body} />
            {here.has(meaning(event)) ? (
              <span>said here too</span>
            ) : (
              <Button onClick={() => void say({ type: event.type, body: event.body } as EpisodeDraft)}>
                Take over
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  ));
}
