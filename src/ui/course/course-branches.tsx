"use client";

import { canonicalJson } from "@/core/base";
import type { EpisodeDraft, StreamEvent } from "@/core/record";
import type { CourseBranch } from "@/wire/course";
import { Button } from "../primitives/button";
import { ContinuedElsewhere } from "../primitives/continued-elsewhere";

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
    <ContinuedElsewhere
      key={head}
      what="course"
      head={head}
      events={told}
      className="no-print rounded-lg border border-edge bg-caution-well p-2"
      data-course-branch={head}
    >
      {(event) =>
        here.has(meaning(event)) ? (
          <span>said here too</span>
        ) : (
          <Button onClick={() => void say({ type: event.type, body: event.body } as EpisodeDraft)}>Take over</Button>
        )
      }
    </ContinuedElsewhere>
  ));
}
