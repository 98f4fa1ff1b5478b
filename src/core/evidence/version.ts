/** The version of the figures that ship, unchanged. */
export const SHIPPED_VERSION = "shipped";
