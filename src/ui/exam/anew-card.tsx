"use client";

import type { AskedAnew } from "@/core/knowledge";
import { Button } from "../primitives/button";
import { useExam } from "./exam-provider";
import { useSaid } from "./use-said";

/** What is asked for on its own, right before it is touched or done; a no holds for the visit. */
export function AnewCard({ anew, digits = false }: { anew: AskedAnew; digits?: boolean }) {
  const { append } = useExam();
  const said = useSaid();
  const answer = (agreed: boolean) => void append({ type: "asked-anew", body: { what: anew.id, agreed } });
  return (
    <section
      aria-label={`Separate consent: ${anew.label}`}
      data-asked-anew={anew.id}
      className="flex flex-col gap-2 rounded-xl border-2 border-lantern bg-card p-3"
    >
      <p className="text-sm font-semibold text-soft">Separate consent: {anew.label}</p>
      <p className="text-xl">&ldquo;{said(anew.say)}&rdquo;</p>
      <div className="flex flex-wrap gap-2">
        <Button look="main" big onClick={() => answer(true)}>
          Patient agrees{digits ? " · 1" : ""}
        </Button>
        <Button big onClick={() => answer(false)}>
          Patient declines: do not ask again today{digits ? " · 2" : ""}
        </Button>
      </div>
    </section>
  );
}
