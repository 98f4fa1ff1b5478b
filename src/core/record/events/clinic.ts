import { mixed } from "yup";
import { closed, instant, text, uuid, withFastPath, yesNo } from "../../base";
import { evidenceVersion } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { type PractitionerSettings, practitionerSettingsSchema } from "../work-settings";

/** What holds for the whole clinic: who works here and how, and the figures it reads under. */

const isObject = (value: unknown): value is object =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A clinic's changes to the figures; what stands in them is for the evidence to check. */
const changes = () =>
  withFastPath(
    mixed<object>()
      .required("is missing; send the changes")
      .test("object", "is not an object; send the changes", isObject),
    isObject,
  );

const profile = closed({ practitioner: uuid(), name: text(120, 1), registration: text(80) });

export type ClinicPractitioner = {
  readonly id: string;
  readonly name: string;
  readonly registration: string;
  /** Null: as shipped. */
  readonly settings: PractitionerSettings | null;
};

export type SavedEvidence = {
  readonly version: string;
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  readonly changes: object;
  /** False: it came with an exam that was imported, and is held only to read that exam. */
  readonly inForce: boolean;
};

export type ClinicState = {
  readonly practitioners: Readonly<Record<string, ClinicPractitioner>>;
  readonly evidence: readonly SavedEvidence[];
};

export const emptyClinic = (): ClinicState => ({ practitioners: {}, evidence: [] });

type ClinicDraft = Draft<ClinicState>;

export const clinic = {
  "practitioner-entered": kind(profile, (draft: ClinicDraft, { body }) => {
    const { practitioner: id, name, registration } = body;
    draft.practitioners[id] = { id, name, registration, settings: draft.practitioners[id]?.settings ?? null };
  }),
  "settings-chosen": kind(
    closed({ practitioner: uuid(), settings: practitionerSettingsSchema }),
    (draft: ClinicDraft, { body }) => {
      const known = draft.practitioners[body.practitioner];
      if (known) draft.practitioners[body.practitioner] = { ...known, settings: body.settings as PractitionerSettings };
    },
  ),
  "evidence-saved": kind(
    closed({
      version: evidenceVersion(),
      at: instant(),
      by: text(120, 1),
      reason: text(400),
      changes: changes(),
      inForce: yesNo(),
    }),
    (draft: ClinicDraft, { body }) => void draft.evidence.push(body),
  ),
};
