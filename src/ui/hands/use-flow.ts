"use client";

import { type RefObject, useEffect, useRef, useState } from "react";
import {
  type AskedNow,
  countsByItself,
  ELSEWHERE,
  type HandsFree,
  handsFree,
  type RunPosition,
} from "@/core/admission";
import type { SheetStep } from "@/core/planning";
import { isPlace, type Place, plainPlace } from "@/core/vocabulary";
import { type SaidAtTable, hearAtTable, kitNow, setKit, showOnPad, useKit } from "./kit";

const COUNTS_AFTER_MS = 1000;

/** What a pad said, until it counts. */
export type PadSaid = {
  readonly to: string;
  /** The stage that was asked about. */
  readonly stage: string;
  readonly what: Extract<HandsFree, { is: "asked" }>["what"];
  readonly answer: string;
  readonly label: string;
  /** Why it does not count by itself; null where it may. */
  readonly waits: string | null;
};

export type FlowActions = {
  readonly answer: (answer: string) => void;
  readonly place: (place: Place) => void;
  readonly rate: (intensity: number) => void;
  readonly rateRest: (intensity: number) => void;
  readonly stop: () => void;
  /** As Enter does: passes over what is asked and not needed, else goes on. */
  readonly enter: () => void;
  /** Marks the moment; true where an angle stands at it. */
  readonly mark: (by: "pad" | "pedal", at: number) => boolean;
  /** What they said themselves, where something else is recorded. */
  readonly report: (said: PadSaid) => void;
  /** They stopped it on their pad: it is recorded, and the screen has to hear of it. */
  readonly stoppedByThem: () => void;
};

type Flow = {
  readonly step: SheetStep;
  readonly position: Pick<RunPosition, "run" | "ladder" | "stage">;
  readonly asked: AskedNow;
  readonly isHeard: boolean;
  readonly isLimbDown: boolean;
  readonly theirWords: string;
  readonly places: readonly Place[];
  readonly atRest: number | null;
  readonly acts: FlowActions;
};

const labelOf = (hands: Extract<HandsFree, { is: "asked" }>, answer: string): string =>
  hands.choices?.find(({ id }) => id === answer)?.label ?? (isPlace(answer) ? plainPlace(answer) : `${answer} of 10`);

/** What the pads show now. */
function padFor(hands: HandsFree, isHeard: boolean, isPractising: boolean) {
  if (!isHeard) return { show: "wait" as const };
  if (hands.is === "moving") return { show: isPractising ? ("practise" as const) : ("hold" as const) };
  if (hands.is !== "asked") return { show: "wait" as const };
  const { id, words, choices, scale } = hands;
  return {
    show: "ask" as const,
    id,
    words,
    ...(choices ? { choices: choices.map((choice) => ({ ...choice })) } : {}),
    ...(scale ? { scale } : {}),
  };
}

/** What was said counts now. */
function count({ what, answer }: PadSaid, acts: FlowActions): void {
  if (what === "how bad") acts.rate(Number(answer));
  else if (what === "rest") acts.rateRest(Number(answer));
  else if (what !== "place") acts.answer(answer);
  else if (answer !== ELSEWHERE) acts.place(answer as Place);
}

/** Keeps the pads at what is asked now. */
function usePads(hands: HandsFree, isHeard: boolean): boolean {
  const { joined, practised, isLearning } = useKit();
  const pads = joined.filter(({ role }) => role === "pad");
  const hasPad = pads.length > 0;
  const isPractising = hasPad && hands.is === "moving" && !pads.some(({ id }) => practised.includes(id));
  const pad = JSON.stringify(isLearning ? { show: "hold" } : padFor(hands, isHeard, isPractising));
  useEffect(() => {
    if (hasPad) showOnPad(JSON.parse(pad) as ReturnType<typeof padFor>);
  }, [pad, hasPad]);
  return isPractising;
}

/** The first *now* of a pad is practice, on a touch that hurts nobody: it marks nothing. */
function wasPractice(device: string): boolean {
  const { practised } = kitNow();
  if (practised.includes(device)) return false;
  setKit({ practised: [...practised, device] });
  return true;
}

/** Where that is set, what was said counts after a moment in which it can be taken back. */
function useCountsByItself(pending: PadSaid | null, acts: RefObject<FlowActions>, onTaken: (none: null) => void): void {
  const { countsByItself: takesItself } = useKit();
  useEffect(() => {
    if (!pending || pending.waits || !takesItself) return;
    const timer = setTimeout(() => {
      onTaken(null);
      count(pending, acts.current);
    }, COUNTS_AFTER_MS);
    return () => clearTimeout(timer);
  }, [pending, takesItself, acts, onTaken]);
}

/** Asks what is to be asked, hears what is said, and does what follows, while the hands are elsewhere. */
export function useFlow({ step, position, asked, isHeard, isLimbDown, theirWords, places, atRest, acts }: Flow) {
  const stageKey = `${step.key} ${position.run?.id ?? ""} ${position.stage.id} ${asked.what}`;
  const [saidDown, setSaidDown] = useState<string | null>(null);
  const [highlight, setHighlight] = useState<{ key: string; nth: number } | null>(null);
  const [pending, setPending] = useState<PadSaid | null>(null);
  const isDown = saidDown === stageKey;
  const here = useRef(stageKey);
  useEffect(() => {
    here.current = stageKey;
  }, [stageKey]);
  /** The limb came down: that is so for the stage it was led in, not for the one after. */
  useEffect(() => {
    if (isLimbDown) setSaidDown(here.current);
  }, [isLimbDown]);
  const hands = handsFree({ asked, position, test: step, isDown, theirWords, places, atRest });
  const nth = highlight?.key === stageKey ? highlight.nth : null;

  const take = (said: PadSaid) => {
    setPending(null);
    count(said, acts);
  };
  const heard = (said: SaidAtTable): void => {
    if (said.by === "pad") {
      const { says, to, answer } = said.heard;
      if (says === "stop") return acts.stoppedByThem();
      if (kitNow().isLearning) return;
      if (!isHeard) return;
      if (says === "now") return void (wasPractice(said.heard.device) || acts.mark("pad", said.at));
      if (says === "not that") return setPending((one) => (one?.to === to ? null : one));
      if (says !== "answer" || answer === undefined || hands.is !== "asked" || to !== hands.id) return;
      const counts = countsByItself(hands.what, answer, step.side);
      return setPending({
        to: hands.id,
        stage: position.stage.id,
        what: hands.what,
        answer,
        label: labelOf(hands, answer),
        waits: counts ? null : answer === ELSEWHERE ? "Show it on the chart." : "It is not on the tested side.",
      });
    }
    if (said.says === "stop") return acts.stop();
    if (!isHeard || kitNow().isLearning) return;
    if (pending) return take(pending);
    if (hands.is === "seen") {
      if (said.says === "now")
        return setHighlight({ key: stageKey, nth: ((nth ?? -1) + 1) % Math.max(hands.options.length, 1) });
      const chosen = nth === null ? null : hands.options[nth];
      if (chosen) return acts.answer(chosen.id);
    }
    if (said.says === "now") return void (hands.is === "moving" && acts.mark("pedal", said.at));
    if (hands.is === "moving") return setSaidDown(stageKey);
    acts.enter();
  };
  const hearing = useRef(heard);
  useEffect(() => {
    hearing.current = heard;
  });
  useEffect(() => hearAtTable((said) => hearing.current(said)), []);

  const isAsked = hands.is === "asked" ? hands.id : null;
  /** What was said to another question is said of that one: where the answer differs, both stand. */
  const latest = useRef(acts);
  useEffect(() => {
    latest.current = acts;
  });
  useEffect(() => {
    setPending((one) => {
      if (one && one.to !== isAsked) latest.current.report(one);
      return one && one.to === isAsked ? one : null;
    });
  }, [isAsked]);

  useCountsByItself(pending, latest, setPending);
  const isPractising = usePads(hands, isHeard);
  return {
    hands,
    /** A pad is here whose *now* was not practised yet. */
    isPractising,
    pending,
    nth,
    accept: () => pending && take(pending),
    sayDown: () => setSaidDown(stageKey),
  };
}
