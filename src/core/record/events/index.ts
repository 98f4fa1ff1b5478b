import { baseline } from "./baseline";
import { complaint } from "./complaint";
import { visitCourse } from "./course";
import { ending } from "./ending";
import { measure } from "./measure";
import { notes } from "./notes";
import { observation } from "./observation";
import { opening } from "./opening";
import { planning } from "./plan";
import { report } from "./report";
import { run } from "./run";
import { safety } from "./safety";
import { segment } from "./segment";
import { signing } from "./signature";
import { technique } from "./technique";
import { visiting } from "./visit";

/** Every kind of event of an exam, family by family: its schema, its older shapes and its fold stand together. */
export const EXAM_KINDS = {
  ...opening,
  ...visiting,
  ...complaint,
  ...safety,
  ...planning,
  ...run,
  ...observation,
  ...measure,
  ...report,
  ...baseline,
  ...segment,
  ...technique,
  ...visitCourse,
  ...ending,
  ...notes,
  ...signing,
};
