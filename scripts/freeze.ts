import { existsSync, mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  canonicalJson,
  chainEvent,
  type ChainHead,
  type ChainLink,
  type ExamFile,
  genesisOf,
  toExamFile,
} from "@/core";
import { factsOf } from "@/fixtures/frozen/facts";
import { HAND_MADE } from "@/fixtures/frozen/hand-made";

/**
 * Freezes exam files with what is read from them, once: a file that is there is
 * never written again. Run it when the file format gets a new version, into a
 * folder of that version.
 */
const FOLDER = "src/fixtures/frozen/v9";
const NOW = "2026-03-02T10:00:00.000Z";

function keep(name: string, content: string): void {
  const path = join(FOLDER, name);
  if (existsSync(path)) console.log(`${path} is there; left as it is`);
  else writeFileSync(path, content);
}

function freeze(name: string, file: ExamFile): void {
  keep(`${name}.exam.json`, `${canonicalJson(file)}\n`);
  keep(`${name}.facts.json`, `${JSON.stringify(factsOf(file), null, 1)}\n`);
}

mkdirSync(FOLDER, { recursive: true });
for (const { name, exam, evidence } of HAND_MADE()) {
  const id = exam.events[0]!.exam;
  const links: ChainLink[] = [];
  let head: ChainHead = { head: genesisOf(id), length: 0 };
  for (const event of exam.events) {
    const link = chainEvent(head, event);
    links.push(link);
    head = { head: link.hash, length: link.seq };
  }
  const stored = links.map((link) => ({ ...link, receivedAt: NOW }));
  const origin = { store: null, exportedAt: NOW, anchor: null };
  freeze(name, toExamFile([{ kind: "exam", id, ...head, links: stored }], origin, evidence));
}
