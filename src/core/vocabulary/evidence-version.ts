import { withFastPath, text } from "../base";

/** The version of the figures that ship, unchanged. */
export const SHIPPED_VERSION = "shipped";

const VERSION = /^(shipped|[0-9a-f]{16})$/;

/** Which version of the evidence: "shipped", or the first 16 digits of the hash of a clinic's changes. */
export const evidenceVersion = () =>
  withFastPath(
    text(16, 1).matches(VERSION, 'is not a version of the evidence; use "shipped" or 16 hexadecimal digits'),
    (value) => typeof value === "string" && VERSION.test(value),
  );
