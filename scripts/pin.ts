import { writeFileSync } from "node:fs";
import { idsOf, PROTOCOLS } from "@/core";

/** Pins the ids of the catalogue as it is: npm run pin */
writeFileSync("src/core/knowledge/check/shipped-ids.json", `${JSON.stringify(idsOf(PROTOCOLS), null, 1)}\n`);
