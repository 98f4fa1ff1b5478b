import { closedAs, numberIn, oneOf } from "../base";
import { type Force, FORCE_UNITS } from "./force";

export const force = () =>
  closedAs<Force>({
    value: numberIn(0, 2000).required("is missing; write the force that was given"),
    unit: oneOf(FORCE_UNITS),
  });
