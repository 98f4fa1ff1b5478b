import { TECHNIQUES } from "../../vocabulary";
import { PROTOCOLS } from "../protocols";
import { RULES } from "../rules";
import { GUARD_QUESTIONS } from "../safety/questions";
import { SHEETS } from "../sheets";
import { STARTS } from "../starts/starting-probabilities";
import { EVIDENCE } from "../studies";
import type { Shipped } from "./shipped-ids";

/** The catalogue as it ships, for what checks it and what pins its ids. */
export const SHIPPED: Shipped = {
  protocols: PROTOCOLS,
  rules: RULES,
  records: EVIDENCE,
  starts: STARTS,
  questions: GUARD_QUESTIONS,
  techniques: TECHNIQUES,
  sheets: SHEETS,
};
