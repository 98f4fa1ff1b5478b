import { writeFileSync } from "node:fs";
import { TABLES } from "@/fixtures/tables";

/** Writes the pages that are made from the catalogue. */
for (const [path, table] of Object.entries(TABLES)) writeFileSync(path, table());
