import { closed, numberIn, oneOf } from "../base";
import { FORCE_UNITS } from "./force";

export const force = () =>
  closed({
    value: numberIn(0, 2000).required("is missing; write the force that was given"),
    unit: oneOf(FORCE_UNITS),
  });
