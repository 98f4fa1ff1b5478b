import { calendarDate, closedAs, listOfEach, numberIn, oneOfOrNone, orNone, plainText, text } from "../base";

/** What another system told of a person: its numbers, and what could not be read of it. */

const FURTHEST = 1_000_000;

export const TOLD_UNITS = ["deg", "of 10"] as const;
export type ToldUnit = (typeof TOLD_UNITS)[number];

export type ToldNumber = {
  /** In the words of whoever told it. */
  what: string;
  /** By which code, where one was told: its system and itself. */
  code: string;
  value: number;
  unit: ToldUnit | null;
  /** The day it is of; null: none was told. */
  day: string | null;
  /** What of the catalogue somebody said it is; null: it stands as it was told. */
  is: string | null;
};
export const toldNumber = closedAs<ToldNumber>({
  what: plainText(400, 1),
  code: plainText(400),
  value: numberIn(-FURTHEST, FURTHEST).required("is missing; send the number"),
  unit: oneOfOrNone(TOLD_UNITS),
  day: orNone(calendarDate(), "the day"),
  is: orNone(text(120, 1), "what it is"),
});

export const MOST_TOLD_NUMBERS = 400;
export const MOST_KEPT = 20;
export const KEPT_MOST_LETTERS = 5000;

/** What is not read here, as it came. */
export type KeptResource = {
  what: string;
  json: string;
};
export const keptResource = closedAs<KeptResource>({ what: plainText(80, 1), json: text(KEPT_MOST_LETTERS, 2) });

/** What was told at once. */
export type ToldBody = {
  from: string;
  numbers: ToldNumber[];
  kept: KeptResource[];
};
export const toldBody = closedAs<ToldBody>({
  from: text(200, 1),
  numbers: listOfEach(toldNumber, MOST_TOLD_NUMBERS),
  kept: listOfEach(keptResource, MOST_KEPT),
});
