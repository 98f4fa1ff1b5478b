"use client";

import { phrase, type Problem } from "@/core/base";
import { useState } from "react";
import { MOST_TRIES, type Opened, openByCode } from "@/sync/lock-here";
import { type Called, wrongHere } from "@/wire/call";
import { Button } from "../primitives/button";
import { AskedForm } from "./asked-form";
import { ShortCodeLine } from "./text-line";

const WRONG: Readonly<Record<Exclude<Opened, "open">, Pick<Problem, "what" | "todo">>> = {
  wrong: { what: "is not the code", todo: phrase`After ${MOST_TRIES} wrong ones only the server opens it.` },
  shut: {
    what: "opens nothing here any more",
    todo: "Wait until the server can be reached, then sign in with your passphrase: what was tapped is kept.",
  },
};

/** Opens a table that locked while its server is gone, by the code that was last used in this browser. */
export function UnlockAlone({ onOpen, onAgain }: { onOpen: () => void; onAgain: () => void }) {
  const [code, setCode] = useState("");
  const open = async (): Promise<Called<null>> => {
    const opened = await openByCode(code);
    setCode("");
    return opened === "open" ? { ok: true, value: null, isOld: true } : wrongHere({ where: "code", ...WRONG[opened] });
  };
  return (
    <>
      <p className="text-soft">The server cannot be reached; your short code opens the table here all the same.</p>
      <AskedForm isMain label="Unlock" send={open} onOk={onOpen}>
        <ShortCodeLine label="Your short code" autoFocus value={code} onChange={setCode} />
      </AskedForm>
      <Button look="quiet" onClick={onAgain}>
        Look whether the server is back
      </Button>
    </>
  );
}
