import { offeredPlaces, type SheetStep } from "@/core/planning";
import type { Place, Reaction } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";
import { usePressing } from "./use-pressing";
import { stepped, type TestActions } from "./use-test";

const scorePressed = (score: number) => `score ${score}` as const;

type FeltActions = Pick<TestActions, "feltRecord" | "toggleFelt" | "rate" | "rateBy" | "toggleReaction">;

/** Where it was felt and how bad, with the keys for it; they listen as soon as the answer was pressed. */
export function useFelt(
  { feltRecord: record, toggleFelt, rate, rateBy, toggleReaction }: FeltActions,
  { side, protocol }: Pick<SheetStep, "side" | "protocol">,
  isAsked: boolean,
) {
  const { state } = useExam();
  const [pressing, press] = usePressing<Place | Reaction | `score ${number}`>();
  const offered = offeredPlaces(state, side, protocol);
  const atRest = state.rest?.intensity ?? 0;
  const actions = {
    offered,
    pressing,
    place: (place: Place) => press(place, toggleFelt(place)),
    rate: (intensity: number) => press(scorePressed(intensity), rate(intensity)),
    step: (by: number) => press(scorePressed(stepped(record, by, atRest)), rateBy(by, atRest)),
    reaction: (reaction: Reaction) => press(reaction, toggleReaction(reaction)),
  };
  useKeys(KEYS.place, (event) => {
    const place = offered[KEYS.place.keys.indexOf(event.key.toLowerCase())];
    if (isAsked && place) actions.place(place);
  });
  useKeys(KEYS.wince, () => isAsked && actions.reaction("wince"));
  useKeys(KEYS.guarding, () => isAsked && actions.reaction("guarding"));
  useKeys(KEYS.heldBreath, () => isAsked && actions.reaction("held breath"));
  useKeys(KEYS.more, () => isAsked && actions.step(1));
  useKeys(KEYS.less, () => isAsked && actions.step(-1));
  return actions;
}
