import { refuse } from "@/core/base";
import { recordFacts } from "@/server/accounts/granted";
import { assertMay, sayerIn } from "@/server/accounts/who";
import { serve } from "@/server/edge/serve";
import { codeFor, devicesOf, sendOff } from "@/server/live/hub";
import { noSuchExam } from "@/server/repositories/exams";
import { isSigned, whoseExam } from "@/server/repositories/grants";
import { ROUTES } from "@/wire/routes";

const told = (exam: string) => ({ devices: devicesOf(exam), nowMs: Date.now() });

export const GET = serve(ROUTES.joinedDevices, ({ ids }) => told(ids.exam!));

export const POST = serve(ROUTES.joinCode, ({ store, ids, who, ask: { role } }) => {
  const exam = ids.exam!;
  if (whoseExam(store, exam) === null) noSuchExam(exam);
  /** A helper is invited by whoever examines, never by another helper. */
  if (role === "helper") assertMay(who, "sign", recordFacts(store, who, "sign", ids, Date.now()));
  if (isSigned(store, exam)) refuse("exam", "is signed", "There is nothing left for a device to do.");
  const by = sayerIn(who) ?? refuse("you", "have no name here yet", "Say who you are on the roster, then again.");
  return codeFor(exam, role, by, Date.now());
});

export const PUT = serve(ROUTES.sendOffDevice, ({ ids, ask: { device } }) => {
  sendOff(ids.exam!, device);
  return told(ids.exam!);
});
