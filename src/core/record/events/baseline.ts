import { array } from "yup";
import { closedAs, name, numberIn, oneOf, oneOfOrNone, orNone, text, wholeIn, withFastPath } from "../../base";
import { NEURO_KINDS, type NeuroKind } from "../../knowledge";
import { type Position, POSITIONS, type Side, SIDES } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { upsert } from "../upsert";

/** The neurological baseline: power, touch, reflexes and upper motor signs. */

/** More than one baseline has: four kinds at eleven levels on two sides, and the upper motor signs. */
const MOST_FINDINGS = 200;

export type NeuroFinding = {
  kind: NeuroKind;
  level: string;
  side: Side | null;
  value: number;
  /** What it was at the last visit, when there was one. */
  before?: number | undefined;
  /** How they lay, sat or stood for it. */
  position?: Position | undefined;
  /** Known and unchanged: since when, assessed by whom. */
  known?: string | undefined;
};
const finding = closedAs<NeuroFinding>({
  kind: oneOf(NEURO_KINDS),
  level: name(),
  side: oneOfOrNone(SIDES),
  value: numberIn(0, 5).required("is missing; choose one of the steps"),
  before: numberIn(0, 5).optional(),
  position: oneOf(POSITIONS).optional(),
  known: text(200, 3).optional(),
});

/** Blood pressure, pulse, and how they were taken. */
export type VitalsRecordedBody = {
  systolic: number;
  diastolic: number;
  pulse: number | null;
  position: "seated" | "supine" | "standing";
  side: Side;
};
export const vitalsSchema = closedAs<VitalsRecordedBody>({
  systolic: wholeIn(40, 320).required("is missing; write the upper number, in mmHg"),
  diastolic: wholeIn(20, 220).required("is missing; write the lower number, in mmHg"),
  pulse: orNone(wholeIn(20, 250), "beats a minute"),
  position: oneOf(["seated", "supine", "standing"]),
  side: oneOf(SIDES),
});

export type Vitals = VitalsRecordedBody & { readonly at: string };

export type NeuroRecordedBody = {
  findings: NeuroFinding[];
};
const recorded = closedAs<NeuroRecordedBody>({
  findings: withFastPath(
    array()
      .of(finding)
      .typeError("is not a list; send a list of findings")
      .required("is missing; send a list of findings")
      .min(1, "is empty; send at least one finding")
      .max(MOST_FINDINGS, "is too long; send each finding once"),
    (value) => Array.isArray(value) && value.length > 0 && value.length <= MOST_FINDINGS,
  ),
});

export type BaselineState = {
  readonly neuro: readonly NeuroFinding[];
  /** Blood pressure and pulse, each time they were taken. */
  readonly vitals: readonly Vitals[];
  /** How many runs there were when it was last recorded. */
  neuroRecordedAfter: number;
};

export const noBaseline: BaselineState = { neuro: [], vitals: [], neuroRecordedAfter: 0 };

type BaselineDraft = Draft<BaselineState> & { readonly runs: readonly unknown[] };

export const baseline = {
  "vitals-recorded": kind(
    vitalsSchema,
    (draft: BaselineDraft, { body, at }) => void draft.vitals.push({ ...body, at }),
  ),
  "neuro-recorded": kind(recorded, (draft: BaselineDraft, { body }) => {
    draft.neuroRecordedAfter = draft.runs.length;
    for (const found of body.findings)
      upsert(
        draft.neuro,
        (known) => known.kind === found.kind && known.level === found.level && known.side === found.side,
        found,
      );
  }),
};
