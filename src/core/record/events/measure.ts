import { closedAs, name, numberIn, orNone, uuid } from "../../base";
import { kind, type Told } from "../envelope";
import { type MeasuredHow, measuredHow } from "../measured-how";
import { changeRun, measureToday, type RunsDraft, withValue } from "../runs";

type Measured = Told<{ readonly run: string; readonly measure: string; readonly how?: MeasuredHow | undefined }>;

function measuredWith(
  before: Readonly<Record<string, MeasuredHow>>,
  id: string,
  { body }: Measured,
): Readonly<Record<string, MeasuredHow>> {
  if (body.how === undefined && before[id] === undefined) return before;
  return withValue(before, id, body.how ?? null);
}

export type MeasureRecordedBody = {
  run: string;
  measure: string;
  value: number | null;
  how?: MeasuredHow | undefined;
};

/** Numbers read in a test: angles, distances, pressures, times. */
export const measure = {
  "measure-recorded": kind(
    closedAs<MeasureRecordedBody>({
      run: uuid(),
      measure: name(),
      value: orNone(numberIn(-180, 1000), "a number"),
      how: measuredHow(),
    }),
    (draft: RunsDraft, event) =>
      changeRun(draft, event.body.run, (run) => {
        const id = measureToday(run, event.body.measure);
        return {
          measures: withValue(run.measures, id, event.body.value),
          measured: measuredWith(run.measured, id, event),
        };
      }),
  ),
};
