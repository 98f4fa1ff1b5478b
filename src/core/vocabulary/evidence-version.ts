import { phrase, text, withFastPath } from "../base";

/** The figures as they first shipped. An exam that names no version is read under them, for ever. */
export const FIRST_SHIPPED = "shipped";

/** Every version of the figures that has shipped, the first one first. An old one is kept and never changed. */
export const SHIPPED_VERSIONS = [FIRST_SHIPPED, "shipped-2"] as const;
export type ShippedVersion = (typeof SHIPPED_VERSIONS)[number];

/** The figures that ship today, unchanged: what a new exam is read under. */
export const SHIPPED_VERSION: ShippedVersion = "shipped-2";

/**
 * Whether a version is one that shipped, and not a clinic's own.
 *
 * @example isShippedVersion("shipped-2") // true
 */
export const isShippedVersion = (version: string): version is ShippedVersion =>
  (SHIPPED_VERSIONS as readonly string[]).includes(version);

const OWN = /^[0-9a-f]{16}$/;
const isVersion = (value: unknown): boolean =>
  typeof value === "string" && (isShippedVersion(value) || OWN.test(value));

/** Which version of the evidence: one that shipped, or the first 16 digits of the hash of a clinic's changes. */
export const evidenceVersion = () =>
  withFastPath(
    text(16, 1).test(
      "version",
      phrase`is not a version of the evidence that is known here; use ${SHIPPED_VERSIONS.join(", ")} or 16 hexadecimal digits`,
      isVersion,
    ),
    isVersion,
  );
