"use client";

import { format } from "date-fns";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { v4 as newId } from "uuid";
import { InputError } from "@/core/base";
import type { Course } from "@/core/course";
import { type Person, settingsForNewExam } from "@/core/record";
import { type ExamRegion, SHIPPED_VERSION } from "@/core/vocabulary";
import type { Profile } from "@/wire/practitioners";
import { fetched, NOT_FETCHED } from "../primitives/fetched";
import { nextExam } from "../shell/exams-ahead";
import { useHere } from "../shell/here";
import { sendEvents } from "./send-events";
import { VisitDateDialog } from "./visit-date-dialog";

/** Clocks that differ by more are asked about: the order of visits hangs on their days. */
const CLOCKS_AGREE_MS = 10 * 60_000;

const dayOf = (instant: number): string => format(new Date(instant), "yyyy-MM-dd");

type Opening = {
  /** The visit before it, where it goes on with no course. */
  readonly before?: string | null;
  /** The course it goes on with. */
  readonly goesOn?: Course["goesOn"];
};

/** An examination that waits for somebody to say what day it is. */
type Undated = {
  readonly person: Person;
  readonly region: ExamRegion;
  readonly opening: Opening;
  readonly device: string;
  readonly server: string;
};

/** Opens a new exam for a person and goes there. */
export function useNewExam(profile: Profile | null, evidence: string) {
  const router = useRouter();
  const { behindMs } = useHere();
  const [problem, setProblem] = useState<string | null>(null);
  const [undated, setUndated] = useState<Undated | null>(null);
  const open = async (
    { id, number, name, birthDate, sex }: Person,
    region: ExamRegion = "lumbopelvic",
    opening: Opening = {},
    confirmed?: string,
  ) => {
    if (!profile) return router.push("/settings");
    const now = new Date();
    const device = dayOf(now.getTime());
    if (confirmed === undefined && Math.abs(behindMs) > CLOCKS_AGREE_MS) {
      const person = { id, number, name, birthDate, sex, notes: "" } as Person;
      return setUndated({ person, region, opening, device, server: dayOf(now.getTime() + behindMs) });
    }
    setUndated(null);
    const { before = null, goesOn } = opening;
    const exam = nextExam();
    const gate = await fetched(() => import("@/core/admission"));
    if (!gate) return setProblem(NOT_FETCHED);
    const opened = gate.openExam(
      exam,
      {
        person: { id, number, name, birthDate, sex },
        region,
        settings: settingsForNewExam(profile.settings.reading),
        evidence,
        purpose: "care",
        visit: {
          before: goesOn?.before ?? before,
          date: confirmed ?? device,
          ...(goesOn ? { course: { ...goesOn.course, tested: [...goesOn.course.tested] } } : {}),
        },
      },
      { at: now.toISOString(), actor: { id: profile.id, name: profile.name }, device: "roster", newId },
    );
    if (opened instanceof InputError) return setProblem(opened.message);
    const { refused, isUnreached } = await sendEvents(exam, opened.events);
    /** Only the figures that ship are at hand without the server. */
    const isBegunHere =
      isUnreached &&
      evidence === SHIPPED_VERSION &&
      (await fetched(() => import("./begin-here").then(({ beginHere }) => beginHere(exam, opened.events, evidence))));
    if (refused && !isBegunHere) setProblem(refused);
    else router.push(`/exams/${exam}/complaint`);
  };
  const dialog = undated && (
    <VisitDateDialog
      device={undated.device}
      server={undated.server}
      onGive={(date) => void open(undated.person, undated.region, undated.opening, date)}
      onClose={() => setUndated(null)}
    />
  );
  return { open, problem, dialog, say: setProblem };
}
