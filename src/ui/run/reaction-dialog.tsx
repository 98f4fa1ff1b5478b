"use client";

import { useState } from "react";
import { protocolOf } from "@/core/knowledge";
import { type EventBody, holdsAnswer, type ReactionTold } from "@/core/record";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { Score } from "../primitives/score";
import { NO_MORE, REACTION_CHOICES } from "../course/reactions";
import { useExam } from "../exam/exam-provider";

type Reaction = EventBody<"reaction-told">;
type After = { readonly value: string; readonly label: string; readonly body: Pick<Reaction, "after" | "which"> };

/** What was done last stands first; further back nobody tells it apart. */
const MOST = 4;

/** What a reaction of this visit can be to: what was done last, technique or test. */
function useDone(): readonly After[] {
  const { state } = useExam();
  const techniques = state.techniques.map(({ event, at, kind, level, side }) => ({
    at,
    label: [kind, level, side].filter(Boolean).join(" "),
    body: { after: "technique" as const, which: event },
  }));
  const tests = state.runs.filter(holdsAnswer).map(({ id, at, test, side }) => ({
    at,
    label: `${protocolOf(test).name}${side ? ` ${side}` : ""}`,
    body: { after: "test" as const, which: id },
  }));
  return [...techniques, ...tests]
    .toSorted((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, MOST)
    .map(({ label, body }) => ({ value: body.which, label, body }));
}

/** How they are after a technique or a test of this visit: what it was, and how bad. */
export function ReactionDialog({ onClose }: { onClose: () => void }) {
  const { append } = useExam();
  const done = useDone();
  const [chosen, setChosen] = useState<string | null>(done[0]?.value ?? null);
  const [what, setWhat] = useState<ReactionTold | null>(null);
  const after = done.find(({ value }) => value === chosen);
  const keep = async (intensity: number | null, told: ReactionTold) => {
    if (!after) return;
    const body = { ...after.body, what: told, where: "", hours: null, intensity, done: "" };
    if (await append({ type: "reaction-told", body })) onClose();
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="A reaction to what was done">
      {after ? (
        <div className="flex flex-col gap-4">
          <Choice
            label="After"
            value={chosen}
            options={done.map(({ value, label }) => ({ value, label }))}
            onChoose={setChosen}
          />
          <Choice
            label="How are they?"
            value={what}
            options={REACTION_CHOICES}
            onChoose={(told) => (NO_MORE.has(told) ? void keep(null, told) : setWhat(told))}
          />
          {what && (
            <>
              <Score label="How bad?" value={null} onChoose={(intensity) => void keep(intensity, what)} big />
              <Button className="self-start" onClick={() => void keep(null, what)}>
                They do not say how bad
              </Button>
            </>
          )}
        </div>
      ) : (
        <p>Nothing was done yet that they could react to.</p>
      )}
    </Dialog>
  );
}
