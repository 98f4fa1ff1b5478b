import Papa from "papaparse";
import type { Store } from "../store/store";
import { wholeLog } from "./access-log";

const COLUMNS = ["n", "at", "member", "name", "role", "act", "record", "detail", "address", "previous", "hash"];

/** The whole log as a table; what looks like a formula is no formula. */
export const logCsv = (store: Store): string =>
  `${Papa.unparse({ fields: COLUMNS, data: [...wholeLog(store)] }, { newline: "\r\n", escapeFormulae: true })}\r\n`;
