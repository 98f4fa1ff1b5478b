import { CODE_ROLES, JOINED_ROLES, JOINED_SAYS } from "@/core/access";
import { closed, holding, listOfEach, numberIn, oneOf, orNone, text, uuid, wholeIn, yesNo } from "@/core/base";
import { DEVICE_SIGNS, type JoinCode, type Joined, type JoinedDevices, PAD_SHOWS } from "./devices";
import { answers, route } from "./route";

const MOST_DEVICES = 12;
/** What is asked is known by test, side, run, stage and kind. */
const ASKED_ID = 200;
const MOST_CHOICES = 12;
const MOST_SAID = 20;
/** Half a second of samples, twice over. */
const MOST_SAMPLES = 120;
const A_LONG_TIME = 1e15;

const device = holding({ id: uuid(), role: oneOf(JOINED_ROLES), sign: oneOf(DEVICE_SIGNS), isHere: yesNo() });
const devices = holding({ devices: listOfEach(device, MOST_DEVICES), nowMs: numberIn(0, A_LONG_TIME) });
const moment = () => numberIn(0, A_LONG_TIME);

const NO_NUMBER = "is missing; send a number";

const said = closed({
  says: oneOf(JOINED_SAYS),
  at: moment().required("is missing; send when, in ms"),
  to: text(ASKED_ID).optional(),
  answer: text(80).optional(),
  t: listOfEach(moment().required(NO_NUMBER), MOST_SAMPLES).optional(),
  v: listOfEach(numberIn(-1e6, 1e6).required(NO_NUMBER), MOST_SAMPLES).optional(),
});

const shown = closed({
  show: oneOf(PAD_SHOWS),
  id: text(ASKED_ID).optional(),
  /** The id of the text, where a language has it by its id. */
  text: text(80).optional(),
  words: text(300).optional(),
  choices: listOfEach(
    closed({ id: text(80, 1), label: text(120, 1), small: text(300).optional() }),
    MOST_CHOICES,
  ).optional(),
  scale: closed({ last: orNone(wholeIn(0, 10), "0 to 10") })
    .optional()
    .default(undefined),
});

/** Devices at the table: how they join, what they say, and what they show. */
export const DEVICE_ROUTES = {
  joinedDevices: route("GET", "/api/exams/{exam}/devices", {
    act: "see a record",
    ask: closed({}),
    answer: devices,
    answers: answers<JoinedDevices>(),
  }),
  joinCode: route("POST", "/api/exams/{exam}/devices", {
    act: "examine",
    ask: closed({ role: oneOf(CODE_ROLES) }),
    answer: holding({ code: text(10, 1), role: oneOf(CODE_ROLES), untilMs: moment() }),
    answers: answers<JoinCode>(),
  }),
  sendOffDevice: route("PUT", "/api/exams/{exam}/devices", {
    act: "examine",
    ask: closed({ device: uuid() }),
    answer: devices,
    answers: answers<JoinedDevices>(),
  }),
  showOnPad: route("PUT", "/api/exams/{exam}/pad", {
    act: "examine",
    ask: shown,
    answer: holding({ pads: wholeIn(0, MOST_DEVICES) }),
    answers: answers<{ pads: number }>(),
  }),
  hearDevices: route("GET", "/api/exams/{exam}/devices/live", { act: "see a record", ask: closed({}), isStream: true }),
  join: route("POST", "/api/join", {
    act: "anybody",
    ask: closed({ code: text(20, 1) }),
    answer: holding({ role: oneOf(JOINED_ROLES), sign: oneOf(DEVICE_SIGNS) }),
    answers: answers<Joined>(),
  }),
  joined: route("GET", "/api/join", {
    act: "anybody",
    ask: closed({}),
    answer: holding({ role: oneOf(JOINED_ROLES), sign: oneOf(DEVICE_SIGNS) }),
    answers: answers<Joined>(),
  }),
  joinedClock: route("POST", "/api/join/clock", {
    act: "anybody",
    ask: closed({}),
    answer: holding({ nowMs: moment() }),
    answers: answers<{ nowMs: number }>(),
  }),
  joinedSay: route("POST", "/api/join/say", {
    act: "anybody",
    ask: closed({ said: listOfEach(said, MOST_SAID) }),
    answer: holding({ taken: wholeIn(0, MOST_SAID) }),
    answers: answers<{ taken: number }>(),
  }),
  joinedLive: route("GET", "/api/join/live", { act: "anybody", ask: closed({}), isStream: true }),
  leave: route("POST", "/api/join/leave", {
    act: "anybody",
    ask: closed({}),
    answer: holding({ hasLeft: yesNo() }),
    answers: answers<{ hasLeft: boolean }>(),
  }),
} as const;
