import { ASKED_ANEW_IDS, askedAnew } from "../../knowledge";
import {
  CHAPERONES,
  CORD_INJURIES,
  type ExamState,
  INTERPRETERS,
  limbsOf,
  PAIN_MEDICINES,
  SIGNALS,
  SUPERVISES,
  TRANSFERS,
} from "../../record";
import { limbText } from "../../vocabulary";

/**
 * What held for this visit, where it is not as usual.
 *
 * @example visitLines({ visit: null, askedAnew: { saddle: false } }) // ["Asked for on its own: feeling between the legs not agreed to."]
 */
export function visitLines({ visit, askedAnew: given }: Pick<ExamState, "visit" | "askedAnew">): string[] {
  const asked = ASKED_ANEW_IDS.filter((id) => given[id] !== undefined).map(
    (id) => `${askedAnew(id).label} ${given[id] ? "agreed to" : "not agreed to"}`,
  );
  const limbs = limbsOf({ visit });
  return [
    ...(asked.length ? [`Asked for on its own: ${asked.join("; ")}.`] : []),
    ...(visit?.supervisor
      ? [
          `Examined by a trainee; ${visit.supervisor.name} supervised, ${SUPERVISES[visit.supervisor.where]}${visit.supervisor.told ? "; they were told and agreed" : ""}.`,
        ]
      : []),
    ...(visit?.chaperone
      ? [`Chaperone ${CHAPERONES[visit.chaperone]}${visit.chaperoneName ? `: ${visit.chaperoneName}` : ""}.`]
      : []),
    ...(visit && (visit.language || visit.interpreter !== "not needed")
      ? [`Language: ${visit.language || "another"}; ${INTERPRETERS[visit.interpreter]}.`]
      : []),
    ...(visit?.signals.length
      ? [`Signals agreed: ${visit.signals.flatMap((signal) => (signal ? SIGNALS[signal] : [])).join("; ")}.`]
      : []),
    ...(visit?.reports === "not reliably"
      ? ["They cannot say reliably what they feel: no answer to a provocation was read, angles and neurology only."]
      : []),
    ...(visit?.medicine
      ? [`Pain medicine ${PAIN_MEDICINES[visit.medicine]}${visit.medicineNote ? `: ${visit.medicineNote}` : ""}.`]
      : []),
    ...(visit?.chair ? [`In a wheelchair: ${TRANSFERS[visit.chair]}.`] : []),
    ...(visit?.cord ? [`Spinal cord injury ${CORD_INJURIES[visit.cord]}.`] : []),
    ...(limbs.length
      ? [`Body: ${limbs.map(limbText).join("; ")}. Sides are not compared there; what is not there was not examined.`]
      : []),
    ...(visit?.cannotTake.length
      ? [`Not possible: ${visit.cannotTake.join(", ")}${visit.cannotWhy ? ` (${visit.cannotWhy})` : ""}.`]
      : []),
  ];
}
