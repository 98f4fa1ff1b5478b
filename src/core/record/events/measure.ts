import { closed, name, numberIn, orNone, uuid } from "../../base";
import { kind } from "../envelope";
import { changeRun, measureToday, type RunsDraft, withValue } from "../runs";

/** Numbers read in a test: angles, distances, pressures, times. */
export const measure = {
  "measure-recorded": kind(
    closed({ run: uuid(), measure: name(), value: orNone(numberIn(-180, 1000), "a number") }),
    (draft: RunsDraft, { body }) =>
      changeRun(draft, body.run, (run) => ({
        measures: withValue(run.measures, measureToday(run, body.measure), body.value),
      })),
  ),
};
