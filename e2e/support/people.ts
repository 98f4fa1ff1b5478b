import { idOf } from "@/fixtures/samples/build";

/** Who works in the databases that tests use. */
export const INES = { id: idOf(900_001), name: "Ines Calder" };
export const TILDA = { id: idOf(900_003), name: "Tilda Marsh" };
export const WORDS = "walnut ferry quiet amber";

/** The owner as an account is asked for. */
export const OWNER = { ...INES, registration: "", signIn: "ines", passphrase: WORDS };
