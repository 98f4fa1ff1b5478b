"use client";

import { useState } from "react";
import type { TestId } from "@/core/knowledge";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { useExam } from "./exam-provider";

/** Keeps a list of tests as a sheet of one's own: one of the same name is replaced. */
export function useOwnSheets(): {
  readonly keep: (label: string, tests: readonly TestId[]) => Promise<void>;
  /** What became of it, in words. */
  readonly said: string | null;
} {
  const { profile } = useExam();
  const [said, setSaid] = useState<string | null>(null);
  const keep = async (label: string, tests: readonly TestId[]) => {
    const { settings } = profile;
    const sheets = [
      ...(settings.work.sheets ?? []).filter((sheet) => sheet.label !== label),
      { label, tests: [...tests] },
    ];
    const written = await call(
      ROUTES.saveSettings,
      { practitioner: profile.id },
      { ...settings, work: { ...settings.work, sheets } },
    );
    setSaid(written.ok ? `Kept as "${label}".` : written.message);
  };
  return { keep, said };
}
