"use client";

import { useEffect, useMemo, useState } from "react";
import { type FollowedSign, signCourse, visitOf } from "@/core/course";
import { type EpisodeDraft, type EpisodeState, foldEpisode, markersOf } from "@/core/record";
import { useExam } from "../exam/exam-provider";
import { useExamCourse } from "../exam/exam-course";
import { saidAndWaiting, sayOfCourse } from "./say";

/** The course behind the examination that is open: what is followed, what came before, and the way to say more. */
export function useCourse() {
  const { state, profile } = useExam();
  const { course, events, add } = useExamCourse();
  const [refusal, setRefusal] = useState<string | null>(null);
  const episode = course?.episode ?? null;
  useEffect(() => {
    let isHere = true;
    if (episode !== null)
      void saidAndWaiting(episode)
        .then((waiting) => isHere && waiting.length > 0 && add(waiting))
        .catch(() => {});
    return () => void (isHere = false);
    // What waits is read once; what is said from here on is added as it is said.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [episode]);

  const told = useMemo((): EpisodeState => foldEpisode(events), [events]);
  const earlier = course?.earlier ?? NONE;
  const signs = useMemo(() => {
    const visits = [...earlier, visitOf(state)];
    return markersOf(told).map((sign) => signCourse(sign as FollowedSign, visits, visits[0]!.date, []));
  }, [earlier, state, told]);

  const say = async (...drafts: EpisodeDraft[]): Promise<boolean> => {
    const person = state.opened?.body.person.id;
    if (episode === null || person === undefined) return false;
    const said = await sayOfCourse(drafts, {
      episode,
      person,
      actor: { id: profile.id, name: profile.name },
      device: "exam",
      events,
    });
    setRefusal(said.refusal);
    if (said.events) add(said.events);
    return said.events !== null;
  };
  return { course, told, earlier, signs, say, refusal };
}

const NONE = [] as const;
