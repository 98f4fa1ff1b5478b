"use client";

import { useState } from "react";
import { v4 as newId } from "uuid";
import { InputError } from "@/core/base";
import { call } from "@/wire/call";
import type { Profile } from "@/wire/practitioners";
import { ROUTES } from "@/wire/routes";
import { fetched, NOT_FETCHED } from "../primitives/fetched";
import { sendEvents } from "./send-events";

/** Ends an examination that was opened by mistake: what was opened stays in the record, and off the roster. */
export function useDiscard(profile: Profile | null, onChanged: () => void) {
  const [problem, setProblem] = useState<string | null>(null);
  const discard = async (exam: string) => {
    if (!profile) return;
    const known = await call(ROUTES.eventsAfter, { exam }, {});
    if (!known.ok) return setProblem(known.message);
    const parts = await fetched(() => Promise.all([import("@/core/admission"), import("@/core/record")]));
    if (!parts) return setProblem(NOT_FETCHED);
    const [{ appendTap }, { historyOf }] = parts;
    const taken = appendTap(
      historyOf(exam, known.value.events),
      [{ type: "exam-ended", body: { reason: "mistake", note: "" } }],
      {
        at: new Date().toISOString(),
        actor: { id: profile.id, name: profile.name },
        device: "roster",
        newId,
      },
    );
    if (taken instanceof InputError) return setProblem(taken.message);
    const { refused } = await sendEvents(exam, taken.events);
    setProblem(refused);
    if (!refused) onChanged();
  };
  return { discard, problem };
}
