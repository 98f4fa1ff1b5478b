import { writeFileSync } from "node:fs";
import { TABLES } from "@/fixtures/tables";
import { messagesPage } from "./lib/messages";

/** Writes the pages that are made from the catalogue, and the one of what is said when something cannot be taken. */
for (const [path, table] of Object.entries(TABLES)) writeFileSync(path, table());
writeFileSync("docs/messages.md", messagesPage());
