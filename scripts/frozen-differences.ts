import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { parseExamFile } from "@/core";
import { asTold, differencesOf, type Json } from "@/fixtures/frozen/differences";
import { factsOf } from "@/fixtures/frozen/facts";
import { FROZEN_COMMANDS } from "@/fixtures/frozen/terminal";
import { run } from "@/cli/lantern";
import { reasonFor } from "@/fixtures/frozen/reasons";

/** Writes what is read today otherwise than on the day of freezing; a difference that nobody gave a reason for is told. */

const FOLDER = "src/fixtures/frozen/";
const unexplained: string[] = [];
for (const version of ["v1", "v2"])
  for (const name of readdirSync(`${FOLDER}${version}`).filter((file) => file.endsWith(".exam.json"))) {
    const id = name.replace(".exam.json", "");
    const facts = factsOf(parseExamFile(readFileSync(`${FOLDER}${version}/${name}`, "utf8")));
    const then = JSON.parse(readFileSync(`${FOLDER}${version}/${id}.facts.json`, "utf8")) as Json;
    const differences = differencesOf(then, JSON.parse(JSON.stringify(facts)) as Json).map((one) => {
      const reason = reasonFor(one.path);
      if (!reason)
        unexplained.push(`${version}/${id}: ${one.path}: ${JSON.stringify(one.then)} → ${JSON.stringify(one.now)}`);
      return { ...one, reason };
    });
    writeFileSync(`${FOLDER}today/${version}-${id}.json`, `${JSON.stringify(differences, null, 1)}\n`);
  }
for (const [name, args] of Object.entries(FROZEN_COMMANDS)) {
  let out = "";
  const write = process.stdout.write.bind(process.stdout);
  process.stdout.write = ((chunk: string) => Boolean((out += String(chunk)))) as typeof process.stdout.write;
  run(args);
  process.stdout.write = write;
  const then = readFileSync(`${FOLDER}v1/terminal-${name}`, "utf8");
  const differences = differencesOf(asTold(name, then), asTold(name, out)).map((one) => ({
    ...one,
    reason: reasonFor(one.path, name),
  }));
  writeFileSync(`${FOLDER}today/v1-terminal-${name}.json`, `${JSON.stringify(differences, null, 1)}\n`);
}
process.stdout.write(
  unexplained.length ? `Without a reason:\n${unexplained.join("\n")}\n` : "Every difference has its reason.\n",
);
process.exitCode = unexplained.length ? 1 : 0;
