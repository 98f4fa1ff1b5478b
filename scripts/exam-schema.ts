import { mkdirSync, writeFileSync } from "node:fs";
import { examFileJsonSchema } from "@/core";
import { fhirExample } from "@/fixtures/fhir-example";

/**
 * Writes the exam file's JSON Schema where the app serves it, and the example of a
 * FHIR bundle beside its paper: npm run schema.
 * That of the first version stands beside it and is never written again.
 */
mkdirSync("public/schema", { recursive: true });
writeFileSync("public/schema/exam-file.v2.schema.json", `${JSON.stringify(examFileJsonSchema(), null, 2)}\n`);
writeFileSync("docs/fhir-example.json", `${JSON.stringify(fhirExample(), null, 2)}\n`);
