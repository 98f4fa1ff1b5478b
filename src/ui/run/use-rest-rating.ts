"use client";

import { useState } from "react";
import { restOf, symptomsOf } from "@/core/record";
import type { Place, Position } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";

/**
 * The symptom at rest, rated in a posture: one number, or one for each symptom
 * that was named, one after another; they are recorded together.
 *
 * @param places where the first one is, unless it is not there at all
 */
export function useRestRating(position: Position | undefined, places: readonly Place[]) {
  const { state, append } = useExam();
  const symptoms = symptomsOf(state);
  const [given, setGiven] = useState<readonly number[]>([]);
  const lastOf = (nth: number) => restOf(state.rest, nth === 0 ? null : (symptoms[nth]?.area ?? null)).intensity;
  const record = ([first = 0, ...others]: readonly number[]) =>
    append({
      type: "rest-rated",
      body: {
        intensity: first,
        places: first === 0 ? [] : [...places],
        ...(position ? { position } : {}),
        ...(others.length > 0
          ? { others: others.map((intensity, index) => ({ symptom: symptoms[index + 1]!.area, intensity })) }
          : {}),
      },
    });
  return {
    /** The symptom that is asked about, where there are several. */
    of: symptoms.length > 1 ? (symptoms[given.length] ?? null) : null,
    last: state.rest ? lastOf(given.length) : null,
    /** True once everything is recorded. */
    rate: async (intensity: number): Promise<boolean> => {
      const all = [...given, intensity];
      const isAll = all.length >= symptoms.length;
      setGiven(isAll ? [] : all);
      return isAll && Boolean(await record(all));
    },
    /** Every one as it was rated last. */
    keep: () => void record(symptoms.length > 1 ? symptoms.map((_symptom, nth) => lastOf(nth)) : [lastOf(0)]),
  };
}
