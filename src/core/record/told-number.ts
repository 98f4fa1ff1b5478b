import { type InferType } from "yup";
import { calendarDate, closed, listOfEach, numberIn, oneOfOrNone, orNone, plainText, text } from "../base";

/** What another system told of a person: its numbers, and what could not be read of it. */

const FURTHEST = 1_000_000;

export const TOLD_UNITS = ["deg", "of 10"] as const;
export type ToldUnit = (typeof TOLD_UNITS)[number];

export const toldNumber = closed({
  /** In the words of whoever told it. */
  what: plainText(400, 1),
  /** By which code, where one was told: its system and itself. */
  code: plainText(400),
  value: numberIn(-FURTHEST, FURTHEST).required("is missing; send the number"),
  unit: oneOfOrNone(TOLD_UNITS),
  /** The day it is of; null: none was told. */
  day: orNone(calendarDate(), "the day"),
  /** What of the catalogue somebody said it is; null: it stands as it was told. */
  is: orNone(text(120, 1), "what it is"),
});

export const MOST_TOLD_NUMBERS = 400;
export const MOST_KEPT = 20;
export const KEPT_MOST_LETTERS = 5000;

/** What is not read here, as it came. */
export const keptResource = closed({ what: plainText(80, 1), json: text(KEPT_MOST_LETTERS, 2) });

/** What was told at once. */
export const toldBody = closed({
  from: text(200, 1),
  numbers: listOfEach(toldNumber, MOST_TOLD_NUMBERS),
  kept: listOfEach(keptResource, MOST_KEPT),
});

export type ToldNumber = InferType<typeof toldNumber>;
export type ToldBody = InferType<typeof toldBody>;
export type KeptResource = InferType<typeof keptResource>;
