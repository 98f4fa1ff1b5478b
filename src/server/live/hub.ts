import { randomBytes, randomInt, timingSafeEqual } from "node:crypto";
import { v4 as randomId } from "uuid";
import { type Actor, type CodeRole, mayJoinedSay, phrase } from "@/core";
import {
  DEVICE_SIGNS,
  type DeviceHeard,
  type DeviceSaid,
  type DeviceSign,
  type JoinCode,
  type JoinedDevice,
  type PadState,
} from "@/wire/devices";
import { RequestError } from "../edge/http";
import { shared } from "../store/shared";

/**
 * Devices that joined an examination by a code. All of it is live and nothing of
 * it is kept: what counts of it becomes an event, written by whoever examines.
 * What is said goes into a ring that holds a few seconds, so that a connection
 * that broke for a moment misses nothing.
 */

/** No letter or digit that is taken for another. */
const LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
const CODE_LENGTH = 6;
export const CODE_FOR_MS = 2 * 60_000;
const MOST_DEVICES = DEVICE_SIGNS.length;
/** Some seconds of two probes, and every word of a pad meanwhile. */
const RING = 256;
/** A day's work: then the device joins anew. */
const JOINED_FOR_MS = 12 * 3_600_000;

type Device = Omit<JoinedDevice, "isHere"> & {
  readonly token: Buffer;
  readonly joinedAt: number;
  /** Connections of its that stand. */
  lines: number;
};

type Room = {
  readonly exam: string;
  readonly codes: Map<string, Code>;
  readonly devices: Map<string, Device & { readonly by: Actor }>;
  /** The last so many things that were said; a new one takes the oldest place. */
  readonly ring: (DeviceHeard | undefined)[];
  seq: number;
  pad: PadState;
  /** When a stop was taken last: two presses of one hand are one stop. */
  stoppedAt: number;
  readonly hearing: Set<() => void>;
  readonly showing: Set<() => void>;
};

const rooms = () => shared("hub", () => new Map<string, Room>());

function roomOf(exam: string): Room {
  const there = rooms().get(exam);
  if (there) return there;
  const room: Room = {
    exam,
    codes: new Map(),
    devices: new Map(),
    ring: new Array<DeviceHeard | undefined>(RING),
    seq: 0,
    pad: { show: "wait" },
    stoppedAt: -Infinity,
    hearing: new Set(),
    showing: new Set(),
  };
  rooms().set(exam, room);
  return room;
}

/** A room that nobody is in is none. */
function leaveEmpty(room: Room): void {
  if (room.devices.size === 0 && room.codes.size === 0 && room.hearing.size === 0) rooms().delete(room.exam);
}

const tell = (listeners: ReadonlySet<() => void>): void => listeners.forEach((listener) => listener());

function forgetOld(room: Room, now: number): void {
  for (const [code, { untilMs }] of room.codes) if (untilMs <= now) room.codes.delete(code);
  for (const [id, { joinedAt }] of room.devices) if (now - joinedAt > JOINED_FOR_MS) room.devices.delete(id);
}

const MOST_CODES = 6;

/** A code for one device of a role, or for a helper, for two minutes and one use. */
export function codeFor(exam: string, role: CodeRole, by: Actor, now: number): JoinCode {
  const room = roomOf(exam);
  forgetOld(room, now);
  if (role !== "helper" && room.devices.size >= MOST_DEVICES)
    throw new RequestError(409, {
      where: "devices",
      what: phrase`are ${MOST_DEVICES} already`,
      todo: "Send one off first.",
    });
  while (room.codes.size >= MOST_CODES) room.codes.delete(room.codes.keys().next().value!);
  const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join("");
  const made = { code, role, untilMs: now + CODE_FOR_MS };
  room.codes.set(code, { ...made, by });
  return made;
}

/** As it is read aloud or typed: spaces, dashes and small letters do not matter. */
const asCode = (typed: string): string => typed.toUpperCase().replaceAll(/[\s-]/g, "");

type Code = JoinCode & { readonly by: Actor };

/** The code that stands, of a device or of a helper; it is used up by that. */
function useUp(typed: string, now: number, isFor: (role: CodeRole) => boolean): { room: Room; found: Code } | null {
  const code = asCode(typed);
  for (const room of rooms().values()) {
    forgetOld(room, now);
    const found = room.codes.get(code);
    if (!found || !isFor(found.role)) continue;
    room.codes.delete(code);
    return { room, found };
  }
  return null;
}

/** The examination to whose keys a code lets a helper, and who showed it; null where no such code stands. */
export function keysBy(typed: string, now: number): { exam: string; by: Actor } | null {
  const used = useUp(typed, now, (role) => role === "helper");
  if (!used) return null;
  leaveEmpty(used.room);
  return { exam: used.room.exam, by: used.found.by };
}

/** Joins a device; null where no such code stands. The code is used up by it. */
export function join(typed: string, now: number): { token: string; device: JoinedDevice } | null {
  const used = useUp(typed, now, (role) => role !== "helper");
  if (!used || used.found.role === "helper") return null;
  const {
    room,
    found: { role, by },
  } = used;
  const taken = new Set([...room.devices.values()].map(({ sign }) => sign));
  const sign: DeviceSign = DEVICE_SIGNS.find((one) => !taken.has(one)) ?? DEVICE_SIGNS[0];
  const token = randomBytes(32);
  const device = { id: randomId(), role, sign, token, joinedAt: now, lines: 0, by };
  room.devices.set(device.id, device);
  tell(room.hearing);
  return { token: `${device.id}.${token.toString("hex")}`, device: { ...device, isHere: false } };
}

export type JoinedHere = { readonly exam: string; readonly device: Device & { readonly by: Actor } };

/** The device that a token is of; null when it is of none, or was sent off. */
export function joinedBy(token: string, now: number): JoinedHere | null {
  const [id = "", secret = ""] = token.split(".");
  const given = Buffer.from(secret, "hex");
  for (const room of rooms().values()) {
    const device = room.devices.get(id);
    if (!device) continue;
    forgetOld(room, now);
    return room.devices.has(id) && given.length === device.token.length && timingSafeEqual(given, device.token)
      ? { exam: room.exam, device }
      : null;
  }
  return null;
}

export const devicesOf = (exam: string): JoinedDevice[] =>
  [...(rooms().get(exam)?.devices.values() ?? [])].map(({ id, role, sign, lines }) => ({
    id,
    role,
    sign,
    isHere: lines > 0,
  }));

/** Sends a device off: from now on its token is nobody's. */
export function sendOff(exam: string, id: string): void {
  const room = rooms().get(exam);
  if (!room?.devices.delete(id)) return;
  tell(room.showing);
  tell(room.hearing);
  leaveEmpty(room);
}

/** With its examination every device is done. */
export function endAll(exam: string): void {
  const room = rooms().get(exam);
  if (!room) return;
  room.devices.clear();
  room.codes.clear();
  tell(room.showing);
  tell(room.hearing);
  leaveEmpty(room);
}

/** Takes what a device says; false where its role does not say such a thing. */
export function hear({ exam, device }: JoinedHere, said: DeviceSaid): boolean {
  const room = rooms().get(exam);
  if (!room || !mayJoinedSay(device.role, said.says)) return false;
  room.seq++;
  room.ring[room.seq % RING] = { ...said, device: device.id, role: device.role, seq: room.seq };
  tell(room.hearing);
  return true;
}

/** What was said after a number, as far as the ring still holds it. */
export function heardAfter(exam: string, seq: number): DeviceHeard[] {
  const room = rooms().get(exam);
  if (!room) return [];
  const heard: DeviceHeard[] = [];
  for (let at = Math.max(seq + 1, room.seq - RING + 1); at <= room.seq; at++) {
    const one = room.ring[((at % RING) + RING) % RING];
    if (one?.seq === at) heard.push(one);
  }
  return heard;
}

/** Where hearing begins for somebody who has heard nothing. */
export const lastSeq = (exam: string): number => rooms().get(exam)?.seq ?? 0;

/** Shows something on every pad of an examination; whoever comes back to it sees that too. */
export function showOnPads(exam: string, pad: PadState): number {
  const room = roomOf(exam);
  room.pad = pad;
  tell(room.showing);
  leaveEmpty(room);
  return [...room.devices.values()].filter(({ role }) => role === "pad").length;
}

export const padOf = (exam: string): PadState => rooms().get(exam)?.pad ?? { show: "wait" };

/** Is told whenever something is said or somebody comes or goes. */
export function whenHeard(exam: string, listener: () => void): () => void {
  const room = roomOf(exam);
  room.hearing.add(listener);
  return () => {
    room.hearing.delete(listener);
    leaveEmpty(room);
  };
}

/** Is told whenever a device is to show something else; counts it as here meanwhile. */
export function whenShown({ exam, device }: JoinedHere, listener: () => void): () => void {
  const room = roomOf(exam);
  room.showing.add(listener);
  device.lines++;
  tell(room.hearing);
  return () => {
    room.showing.delete(listener);
    device.lines--;
    tell(room.hearing);
  };
}

const ONE_STOP_MS = 3000;

/** Whether a stop is a new one; the presses right after it are the same. */
export function isNewStop(exam: string, now: number): boolean {
  const room = roomOf(exam);
  const isNew = now - room.stoppedAt > ONE_STOP_MS;
  room.stoppedAt = now;
  return isNew;
}
