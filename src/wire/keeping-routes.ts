import { closed, holding, listOfEach, oneOf, orNone, text, uuid, wholeIn, yesNo } from "@/core/base";
import { SCOPE_IDS } from "@/core/access";
import { RETENTION_PRESETS } from "@/core/knowledge";
import { ERASE_REASONS, type EraseReason, TEAMS } from "@/core/record";
import { MOST, PEOPLE } from "./exam-routes";
import type { RunHelpers } from "./grants";
import type { CarePage, KeepingPage } from "./keeping";
import { answers, route } from "./route";
import type { TokenShown } from "./tokens";

const keeping = holding({
  due: listOfEach(holding({ id: uuid(), name: text(400), until: text(20) }), PEOPLE),
  erased: listOfEach(holding({ person: uuid(), by: text(400), at: text(40) }), MOST),
});

const care = holding({
  team: oneOf(TEAMS),
  isMine: yesNo(),
  given: listOfEach(holding({ id: uuid(), name: text(400) }), PEOPLE),
  opened: listOfEach(holding({ name: text(400), at: text(40), reason: text(400) }), MOST),
});

const helpers = holding({ helpers: listOfEach(holding({ id: uuid(), name: text(400), isInvited: yesNo() }), PEOPLE) });

const tokens = holding({
  tokens: listOfEach(holding({ id: uuid(), name: text(400), scope: oneOf(SCOPE_IDS), madeAt: text(40) }), MOST),
});

/** Who looks after whom, how long records are kept, and what is erased. */
export const KEEPING_ROUTES = {
  tokens: route("GET", "/api/tokens", {
    act: "let systems in",
    ask: closed({}),
    answer: tokens,
    answers: answers<{ tokens: readonly TokenShown[] }>(),
  }),
  makeToken: route("POST", "/api/tokens", {
    act: "let systems in",
    ask: closed({ name: text(80, 1), scope: oneOf(SCOPE_IDS) }),
    answer: holding({ token: text(200) }),
    answers: answers<{ token: string; tokens: readonly TokenShown[] }>(),
  }),
  endToken: route("POST", "/api/tokens/{token}/end", {
    act: "let systems in",
    ask: closed({}),
    answer: tokens,
    answers: answers<{ tokens: readonly TokenShown[] }>(),
  }),
  keeping: route("GET", "/api/keeping", {
    logged: "viewed retention settings",
    act: "erase people",
    ask: closed({}),
    answer: keeping,
    answers: answers<KeepingPage>(),
  }),
  setRetention: route("PUT", "/api/keeping", {
    logged: "changed the retention rule",
    act: "erase people",
    ask: closed({
      preset: oneOf([...Object.keys(RETENTION_PRESETS), "own"]),
      years: wholeIn(1, 100).required("is missing; say how many years after the last visit"),
      minorsUntil: orNone(wholeIn(18, 40), "an age, 18 to 40"),
    }),
    answer: keeping,
    answers: answers<KeepingPage>(),
  }),
  erase: route("POST", "/api/people/{person}/erase", {
    logged: "erased a patient",
    act: "erase people",
    ask: closed({
      number: text(80, 1),
      because: oneOf(Object.keys(ERASE_REASONS) as EraseReason[]),
      reason: text(400),
    }),
    answer: keeping,
    answers: answers<KeepingPage>(),
  }),
  helpers: route("GET", "/api/exams/{exam}/helpers", {
    act: "sign",
    ask: closed({}),
    answer: helpers,
    answers: answers<RunHelpers>(),
  }),
  inviteHelper: route("POST", "/api/exams/{exam}/helpers", {
    act: "sign",
    ask: closed({ helper: uuid(), isInvited: yesNo() }),
    answer: helpers,
    answers: answers<RunHelpers>(),
  }),
  handOver: route("GET", "/api/people/{person}/hand-over", { act: "take records out" }),
  care: route("GET", "/api/people/{person}/care", {
    logged: "viewed who looks after the patient",
    act: "take people over",
    ask: closed({}),
    answer: care,
    answers: answers<CarePage>(),
  }),
  changeCare: route("POST", "/api/people/{person}/care", {
    logged: "changed who looks after the patient",
    act: "take people over",
    ask: closed({
      what: oneOf(["take over", "open with a reason", "give", "end"]),
      practitioner: uuid().nullable().defined("is missing; send who, or null"),
      reason: text(400).nullable().defined("is missing; send the reason, or null"),
    }),
    answer: care,
    answers: answers<CarePage>(),
  }),
  setTeam: route("PUT", "/api/team", {
    logged: "changed who sees which records",
    act: "change who works here",
    ask: closed({ team: oneOf(TEAMS) }),
    answer: holding({ team: oneOf(TEAMS) }),
    answers: answers<{ team: (typeof TEAMS)[number] }>(),
  }),
  team: route("GET", "/api/team", {
    act: "change who works here",
    ask: closed({}),
    answer: holding({ team: oneOf(TEAMS) }),
    answers: answers<{ team: (typeof TEAMS)[number] }>(),
  }),
};
