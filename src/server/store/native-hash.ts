import { hash } from "node:crypto";
import type { Sha256 } from "@/core";

/** The same hash as the browser's, several times faster. */
export const nativeSha256: Sha256 = (text) => hash("sha256", text, "hex");
