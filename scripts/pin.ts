import { writeFileSync } from "node:fs";
import { idsOf, SHIPPED } from "@/core";

/** Pins the ids of the catalogue as it is: npm run pin */
writeFileSync("src/core/knowledge/check/shipped-ids.json", `${JSON.stringify(idsOf(SHIPPED), null, 1)}\n`);
