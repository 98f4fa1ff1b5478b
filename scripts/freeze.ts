import { existsSync, mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { run } from "@/cli/lantern";
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
import { FROZEN_COMMANDS } from "@/fixtures/frozen/terminal";
import { HAND_MADE } from "@/fixtures/frozen/hand-made";
import { loadDemo } from "@/fixtures/demo/demo";
import { exportExam } from "@/server/exchange/exchange";
import { examIds } from "@/server/repositories/exams";
import { openStore } from "@/server/store/store";

/**
 * Freezes exam files with what is read from them, once: a file that is there is
 * never written again. Run it when the file format gets a new version, into a
 * folder of that version.
 */
const FOLDER = "src/fixtures/frozen/v1";
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
const store = openStore(join(mkdtempSync(join(tmpdir(), "dust-lantern-")), "store.sqlite"));
loadDemo(store, NOW);
examIds(store).forEach((id) => {
  freeze(`demo-${id.slice(-6)}`, exportExam(store, id, NOW));
});
for (const { name, exam, evidence } of HAND_MADE()) {
  const id = exam.events[0]!.exam;
  const links: ChainLink[] = [];
  let head: ChainHead = { head: genesisOf(id), length: 0 };
  for (const event of exam.events) {
    const link = chainEvent(head, event);
    links.push(link);
    head = { head: link.hash, length: link.seq };
  }
  freeze(name, toExamFile(id, links, head, NOW, evidence));
}

for (const [name, args] of Object.entries(FROZEN_COMMANDS)) {
  let out = "";
  const write = process.stdout.write.bind(process.stdout);
  process.stdout.write = ((text: string) => Boolean((out += text))) as typeof process.stdout.write;
  run(args);
  process.stdout.write = write;
  keep(`terminal-${name}`, out);
}
