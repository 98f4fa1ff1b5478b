import { writeFileSync } from "node:fs";
import { run } from "@/cli/lantern";
import {
  compareCommand,
  compareExam,
  FROZEN_FOLDER,
  FROZEN_VERSIONS,
  frozenFile,
  frozenNames,
} from "@/fixtures/frozen/compare";
import { gateProblems, listedToday } from "@/fixtures/frozen/gate";
import { INTERPRETATION_CHANGES } from "@/fixtures/frozen/interpretation-changes";
import { FROZEN_COMMANDS } from "@/fixtures/frozen/terminal";

/**
 * `npm run differences` lists how today's interpretation of the frozen exams
 * differs from what is listed. `npm run differences -- <change>` lists what is
 * new under that change and takes out what is no longer so.
 */
const asked = process.argv[2];
const change = INTERPRETATION_CHANGES.find(({ id }) => id === asked) ?? null;
if (asked && !change) {
  console.error(
    `"${asked}" is not a change of interpretation. Add it at the end of src/fixtures/frozen/interpretation-changes.ts, with its reason and the paths where it shows, then run this again.`,
  );
  process.exit(2);
}

function printedBy(args: readonly string[]): string {
  let out = "";
  const write = process.stdout.write.bind(process.stdout);
  process.stdout.write = ((chunk: string) => Boolean((out += String(chunk)))) as typeof process.stdout.write;
  run([...args]);
  process.stdout.write = write;
  return out;
}

const compared = [
  ...FROZEN_VERSIONS.flatMap(frozenNames).map((name) => compareExam(name, frozenFile(name))),
  ...Object.entries(FROZEN_COMMANDS).map(([name, args]) => compareCommand(name, printedBy(args))),
].map((file) => ({ ...file, listed: asked ? listedToday(file, change) : file.listed }));
if (asked)
  for (const { name, listed } of compared)
    writeFileSync(new URL(`today/${name}.json`, FROZEN_FOLDER), `${JSON.stringify(listed, null, 1)}\n`);

const problems = gateProblems(compared, INTERPRETATION_CHANGES);
console.log(problems.length ? problems.join("\n") : "Every difference belongs to a change of interpretation.");
process.exitCode = problems.length ? 1 : 0;
