import type { CodeRole, JoinedRole, JoinedSays } from "@/core/access";

/** Signs by which a joined device and its examination know each other, on both screens. */
export const DEVICE_SIGNS = ["sun", "drop", "leaf", "star", "diamond", "shell"] as const;
export type DeviceSign = (typeof DEVICE_SIGNS)[number];

/** A device that joined an examination. */
export type JoinedDevice = {
  readonly id: string;
  readonly role: JoinedRole;
  readonly sign: DeviceSign;
  /** Its connection stands. */
  readonly isHere: boolean;
};

/** What is joined, and the server's clock, to which every device is tied. */
export type JoinedDevices = { readonly devices: readonly JoinedDevice[]; readonly nowMs: number };

/** A code that somebody enters on a device, and until when. */
export type JoinCode = {
  readonly code: string;
  readonly role: CodeRole;
  readonly untilMs: number;
};

/** What a device is, once it has joined. */
export type Joined = { readonly role: JoinedRole; readonly sign: DeviceSign };

/** What a device says, in the server's time. */
export type DeviceSaid = {
  readonly says: JoinedSays;
  /** When, in ms. */
  readonly at: number;
  /** Which question it answers. */
  readonly to?: string | undefined;
  readonly answer?: string | undefined;
  /** Moments and numbers, one for one. */
  readonly t?: readonly number[] | undefined;
  readonly v?: readonly number[] | undefined;
};

/** The same, as the examination hears it. */
export type DeviceHeard = DeviceSaid & { readonly device: string; readonly role: JoinedRole; readonly seq: number };

/** What a device is asked to show: one thing at a time. */
export const PAD_SHOWS = ["wait", "practise", "hold", "ask", "stopped", "ended"] as const;
export type PadShows = (typeof PAD_SHOWS)[number];

export type PadChoice = { readonly id: string; readonly label: string; readonly small?: string | undefined };

export type PadState = {
  readonly show: PadShows;
  /** Of a question: by which its answer names it. */
  readonly id?: string | undefined;
  /** The id of its text, where a language has it by its id. */
  readonly text?: string | undefined;
  readonly words?: string | undefined;
  /** Bottom up, the first next to the thumb. */
  readonly choices?: PadChoice[] | undefined;
  /** 0 to 10, with this one marked and not chosen. */
  readonly scale?: { readonly last: number | null } | undefined;
};
