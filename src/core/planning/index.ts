/** Which test next, on which side, and how far the sheet is. */
export { blockedRules } from "./blocked-rules";
export { nextTests, type NextTests } from "./next-test";
export { offeredPlaces, theirPlaces } from "./offered-places";
export { leftAtEnd } from "./left-at-end";
export { painfulSides, runSheet, type RunSheet, type SheetStep, stepAfter } from "./run-sheet";
