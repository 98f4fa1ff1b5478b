"use client";

import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useMemo } from "react";
import type { ExamPage } from "@/wire/exam-page";
import type { Profile } from "@/wire/practitioners";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { ExamShell } from "../shell/exam-shell";
import { useHere } from "../shell/here";
import { pagesOf } from "../shell/exams-ahead";
import { usePagesKept } from "../shell/offline";
import { Loaded, Outline } from "../shell/loaded";
import { ExamCourseProvider } from "./exam-course";
import { ExamProvider } from "./exam-provider";

const OUTLINE = <Outline blocks={["h-14", "h-72", "h-40"]} />;

/** Every entry names who made it: first a profile, then the examination. */
function Nobody() {
  const router = useRouter();
  useEffect(() => router.replace("/settings"), [router]);
  return OUTLINE;
}

function Opened({
  exam,
  page,
  profile,
  children,
}: {
  exam: string;
  page: ExamPage;
  profile: Profile;
  children: ReactNode;
}) {
  usePagesKept(pagesOf(exam));
  const initial = useMemo(() => ({ events: page.events, head: page.head, anchor: page.anchor }), [page]);
  return (
    <ExamProvider
      exam={exam}
      initial={initial}
      page={page}
      importedUpTo={page.importedUpTo}
      branches={page.branches}
      farTimes={page.farTimes}
      profile={profile}
      previous={page.previous}
      evidence={page.evidence}
    >
      <ExamCourseProvider course={page.course}>
        <ExamShell>{children}</ExamShell>
      </ExamCourseProvider>
    </ExamProvider>
  );
}

/** One examination around its screens: its data once, then every step of it. */
export function ExamFrame({ exam, children }: { exam: string; children: ReactNode }) {
  const { here } = useHere();
  const ids = useMemo(() => ({ exam }), [exam]);
  return (
    <Loaded route={EXAM_ROUTES.examPage} ids={ids} ask={null} skeleton={OUTLINE}>
      {(page) => {
        if (!here) return OUTLINE;
        if (!here.profile) return <Nobody />;
        return (
          <Opened key={exam} exam={exam} page={page} profile={here.profile}>
            {children}
          </Opened>
        );
      }}
    </Loaded>
  );
}
