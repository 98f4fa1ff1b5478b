import { refuse } from "../../base";
import { aboutPerson } from "./about-person";
import { done } from "./done";
import { findings } from "./findings";
import { judged } from "./judged";
import { guardQuestionnaire, guardResponse } from "./questionnaire";
import { type Bundle, filled } from "./resources";
import { type BundleInput, entryOf, tellingOf } from "./telling";

/**
 * An exam as a FHIR R4 bundle: a view of the record, for systems that read
 * nothing of ours. Ids are the same each time, so that twice is once; with the
 * exam file in it (a Binary) a program of ours reads everything back.
 *
 * @returns a collection; times as instants in UTC, angles in deg, forces in N, kgf or [lbf_av], pressures in mm[Hg]
 * @throws InputError when the exam was never opened
 * @example toBundle(bundleInput).entry[0].resource.resourceType // "Patient"
 */
export function toBundle(input: BundleInput): Bundle {
  const { state, madeAt } = input;
  const opened =
    state.opened ??
    refuse("file › event 1", "is not the opening of an exam", "Export the exam again and choose that file.");
  const telling = tellingOf(input, opened);
  const resources = [
    ...aboutPerson(telling),
    guardQuestionnaire(opened.at.slice(0, 10)),
    ...guardResponse(telling),
    ...findings(telling),
    ...judged(telling),
    ...done(telling),
  ];
  return {
    resourceType: "Bundle",
    id: telling.idOf("bundle", input.head.head),
    type: "collection",
    timestamp: madeAt,
    entry: resources.map(filled).map(entryOf),
  };
}
