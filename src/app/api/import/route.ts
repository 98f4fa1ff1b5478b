import { EXAM_FILE_MAX_BYTES } from "@/core/exchange";
import { importExam } from "@/server/exchange/exchange";
import { answer, bodyText, now } from "@/server/edge/http";
import { theStore } from "@/server/store/open";

export const POST = (request: Request) =>
  answer(async () => importExam(theStore(), await bodyText(request, EXAM_FILE_MAX_BYTES), now()));
