"use client";

import { useState } from "react";
import { v7 as newId } from "uuid";
import type { Course } from "@/core/course";
import type { EpisodeDraft } from "@/core/record";
import { call } from "@/wire/call";
import type { PersonCourses } from "@/wire/course";
import { ROUTES } from "@/wire/routes";
import { useHere } from "../shell/here";
import { sayOfCourse } from "./say";

type SayingProps = {
  readonly person: PersonCourses["person"];
  readonly course: Pick<Course, "episode" | "events">;
  readonly onChanged: () => Promise<void>;
};

/** The way to say something of a course, or to begin one of its own for another complaint. */
export function useSaying({ person, course, onChanged }: SayingProps) {
  const { here } = useHere();
  const profile = here?.profile ?? null;
  const [refusal, setRefusal] = useState<string | null>(null);
  const sayOf = async (
    { episode, events }: Pick<Course, "episode" | "events">,
    drafts: readonly EpisodeDraft[],
  ): Promise<boolean> => {
    if (!profile) return false;
    const said = await sayOfCourse(drafts, {
      episode,
      person: person.id,
      actor: { id: profile.id, name: profile.name },
      device: "course",
      events,
    });
    setRefusal(said.refusal);
    if (said.events) {
      const sent = await call(ROUTES.courseEvents, { episode }, { events: [...said.events] });
      if (!sent.ok) setRefusal("Kept in this browser: it is sent as soon as the server can be reached.");
      await onChanged();
    }
    return said.events !== null;
  };
  const say = (...drafts: EpisodeDraft[]) => sayOf(course, drafts);
  const begin = (name: string, exam: string) =>
    sayOf({ episode: newId(), events: [] }, [
      { type: "episode-opened", body: { person: person.id, name } },
      { type: "visit-joined", body: { exam } },
    ]);
  return { say, begin, refusal };
}
