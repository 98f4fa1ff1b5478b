import { mkdirSync, writeFileSync } from "node:fs";
import { examFileJsonSchema } from "@/core";

/** Writes the exam file's JSON Schema where the app serves it: npm run schema */
mkdirSync("public/schema", { recursive: true });
writeFileSync("public/schema/exam-file.v1.schema.json", `${JSON.stringify(examFileJsonSchema(), null, 2)}\n`);
