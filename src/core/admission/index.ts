/** What may follow what: the gate every event passes. */
export { admit, assertAdmitted } from "./admit";
