import { closedAs, name, oneOf, orNone, painScore, uuid } from "../../base";
import { EFFECTS, type Place, places, RESPONSES } from "../../vocabulary";
import { kind } from "../envelope";
import { changeRun, type RunsDraft, stageToday } from "../runs";

const SAYS = [...RESPONSES, ...EFFECTS] as const;

export type AnswerReportedBody = {
  run: string;
  stage: string;
  /** What it was like, or what letting go did to it. */
  says: (typeof SAYS)[number];
  places: Place[];
  intensity: number | null;
};
const reported = closedAs<AnswerReportedBody>({
  run: uuid(),
  stage: name(),
  says: oneOf(SAYS),
  places: places(),
  intensity: orNone(painScore(), "0 to 10"),
});

/**
 * The person's own report. It is no answer: what is recorded of the stage counts,
 * and where the two differ both stand.
 */
export const report = {
  "answer-reported": kind(reported, (draft: RunsDraft, { id, channel, body: { run: of, ...body } }) =>
    changeRun(draft, of, (run) => ({
      reports: [...run.reports, { ...body, stage: stageToday(run, body.stage), event: id, channel: channel ?? null }],
    })),
  ),
};
