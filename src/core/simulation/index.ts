/** Simulated patients: drawn from the published figures, examined in several ways, read by who reads best. */
export { bestProbability } from "./best-reader";
export { type World } from "./patient";
export { simulatePeople, type Simulated } from "./simulate";
