/**
 * How long records of treatment have to be kept, where a law or a national code
 * says so. They are read as they stood when this was written; what holds in a
 * place is for the clinic to find out.
 */
export type RetentionPreset = {
  readonly label: string;
  /** Years after the last visit. */
  readonly years: number;
  /** Who was not of age at the last visit is kept until this age at least; null: no such rule. */
  readonly minorsUntil: number | null;
  readonly source: string;
};

export const RETENTION_PRESETS = {
  germany: {
    label: "Germany",
    years: 10,
    minorsUntil: null,
    source: "Bürgerliches Gesetzbuch, § 630f (3): ten years after the treatment has ended",
  },
  netherlands: {
    label: "Netherlands",
    years: 20,
    minorsUntil: null,
    source: "Burgerlijk Wetboek, book 7, article 454 (3): twenty years after the last change",
  },
  england: {
    label: "England",
    years: 8,
    minorsUntil: 25,
    source: "NHS England, Records Management Code of Practice: adults 8 years, children until 25",
  },
  "new-south-wales": {
    label: "New South Wales",
    years: 7,
    minorsUntil: 25,
    source: "Health Records and Information Privacy Act 2002 (NSW), section 25: 7 years; under 18, until 25",
  },
  "new-zealand": {
    label: "New Zealand",
    years: 10,
    minorsUntil: null,
    source: "Health (Retention of Health Information) Regulations 1996: ten years after the last service",
  },
} as const satisfies Record<string, RetentionPreset>;
