import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { otherForms, protocolOf, PROTOCOLS } from "../knowledge";
import { USUAL_VISIT } from "../record";
import { assessGuard } from "../safety";
import { POSITIONS } from "../vocabulary";
import { inPlaceOf, otherPosition } from "./other-position";
import { planExam } from "./plan-exam";

const exam = () => buildExam().complaint("posterior-calf.right").consent().guard().rest(0);

describe("a test in another position", () => {
  it("goes round its forms and comes back, and asks about the same tissue", () => {
    for (const { id, tissueGroup } of PROTOCOLS) {
      const forms = otherForms(id);
      expect(new Set([id, ...forms]).size).toBe(forms.length + 1);
      for (const form of forms) {
        expect(protocolOf(form).tissueGroup, `${id} ${form}`).toBe(tissueGroup);
        expect(otherForms(form)).toContain(id);
        expect(protocolOf(form).sided).toBe(protocolOf(id).sided);
      }
      if (forms[0]) expect(otherForms(forms.at(-1)!)[0]).toBe(id);
    }
  });

  it("is in a position they can take, whichever they cannot; null where no form is left", () => {
    for (const { id } of PROTOCOLS)
      for (const position of POSITIONS) {
        const builder = exam();
        builder.add("visit-noted", { ...USUAL_VISIT, cannotTake: [position] });
        const form = otherPosition(builder.state(), assessGuard(builder.state()), id);
        const can = otherForms(id).filter(
          (one) => protocolOf(one).position !== position && protocolOf(one).position !== protocolOf(id).position,
        );
        expect(form, `${id} ${position}`).toBe(can[0] ?? null);
      }
  });

  it("stands in the plan in its place, and takes its own place back", () => {
    const state = exam().state();
    const tests = (edits: Parameters<typeof planExam>[1]) =>
      planExam(state, edits).blocks.flatMap((block) => block.tests.map(({ test }) => test));
    expect(tests({})).toContain("straight-leg-raise");
    const form = otherPosition(state, assessGuard(state), "straight-leg-raise")!;
    const swapped = inPlaceOf({}, "straight-leg-raise", form);
    expect(tests(swapped)).toContain(form);
    expect(tests(swapped)).not.toContain("straight-leg-raise");
    const back = inPlaceOf(swapped, form, "straight-leg-raise");
    expect(tests(back)).toContain("straight-leg-raise");
    expect(tests(back)).not.toContain(form);
  });
});
