import { EXAM_FILE_MAX_BYTES } from "@/core/exchange/exam-file/exam-file";
import { importExam } from "@/server/exchange";
import { answer, bodyText, now } from "@/server/http";
import { theStore } from "@/server/store";

export const POST = (request: Request) =>
  answer(async () => importExam(theStore(), await bodyText(request, EXAM_FILE_MAX_BYTES), now()));
