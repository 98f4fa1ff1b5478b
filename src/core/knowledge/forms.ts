import type { TestId } from "./protocols/test-ids";

/**
 * The same question put to the body in another position. Each has figures of its
 * own, or none: a form is another test, and is read as the one it is.
 */
const FORMS: readonly (readonly TestId[])[] = [
  ["straight-leg-raise", "seated-straight-leg-raise", "side-lying-leg-raise"],
  ["prone-lift", "side-lying-femoral"],
  ["resisted-piriformis", "seated-piriformis", "active-piriformis"],
];

/**
 * The other forms of a test, the one after it first; none of most.
 *
 * @example otherForms("prone-lift") // ["side-lying-femoral"]
 */
export function otherForms(test: TestId): readonly TestId[] {
  const forms = FORMS.find((group) => group.includes(test));
  if (!forms) return [];
  const at = forms.indexOf(test);
  return [...forms.slice(at + 1), ...forms.slice(0, at)];
}
