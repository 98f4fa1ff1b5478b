"use client";

import { useState } from "react";
import { SHORT_EXAM_ITEMS, type ShortExamItem } from "@/core/knowledge";
import { SHORT_EXAM_FOUND, type ShortExamFound } from "@/core/record";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { timeText } from "../primitives/dates";
import { useExam } from "../exam/exam-provider";

const ITEMS = Object.keys(SHORT_EXAM_ITEMS) as ShortExamItem[];
const FOUND_WORDS: Record<ShortExamFound, string> = {
  normal: "Normal",
  "not normal": "Not normal",
  "not done": "Not done",
};

/** The short examination of the neck, where an answer waits for it or one was recorded. */
export function ShortExamCard() {
  const { guard, state, append } = useExam();
  const [found, setFound] = useState<Partial<Record<ShortExamItem, ShortExamFound>>>({});
  const waiting = guard.blocks.filter(({ awaitsShortExam }) => awaitsShortExam);
  const done = state.shortExam;
  if (waiting.length === 0 && !done) return null;
  const isComplete = ITEMS.every((item) => found[item]);
  return (
    <Card heading="Short examination of the neck">
      {done && (
        <p data-short-exam className="mb-2">
          {ITEMS.map((item) => `${SHORT_EXAM_ITEMS[item]}: ${done.items[item]}`).join("; ")}. By {done.actor.name},{" "}
          {timeText(done.at)}.
        </p>
      )}
      {waiting.length > 0 && (
        <>
          <p className="mb-2 text-soft">
            With every item normal, one documented reason opens the neck for this visit. It lowers nothing that a graver
            answer requires.
          </p>
          <div className="grid gap-3">
            {ITEMS.map((item) => (
              <Choice
                key={item}
                label={SHORT_EXAM_ITEMS[item]}
                value={found[item] ?? null}
                options={SHORT_EXAM_FOUND.map((value) => ({ value, label: FOUND_WORDS[value] }))}
                onChoose={(value) => setFound((before) => ({ ...before, [item]: value }))}
              />
            ))}
          </div>
          <Button
            look="main"
            big
            className="mt-3"
            disabled={!isComplete}
            onClick={() =>
              void append({
                type: "short-exam-recorded",
                body: found as Record<ShortExamItem, ShortExamFound>,
              })
            }
          >
            Record short examination
          </Button>
        </>
      )}
    </Card>
  );
}
