"use client";

import { useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { AskedForm } from "./asked-form";
import { TextLine } from "./text-line";

/** The second step: a one-time code, or one of those that were written down. */
function CodeForm({ onIn }: { onIn: () => void }) {
  const [code, setCode] = useState("");
  const [kind, setKind] = useState<"one-time" | "recovery">("one-time");
  const isRecovery = kind === "recovery";
  return (
    <AskedForm
      isMain
      label="Come in"
      send={() => call(ROUTES.giveCode, {}, { code: code.trim(), kind })}
      onOk={onIn}
      key={kind}
    >
      <TextLine
        label={isRecovery ? "Recovery code" : "One-time code"}
        hint={isRecovery ? "One of those you wrote down; each opens once." : "The six digits your app shows now."}
        autoComplete="one-time-code"
        inputMode={isRecovery ? "text" : "numeric"}
        autoFocus
        required
        minLength={6}
        maxLength={40}
        value={code}
        onChange={setCode}
      />
      <Button
        look="quiet"
        onClick={() => {
          setCode("");
          setKind(isRecovery ? "one-time" : "recovery");
        }}
      >
        {isRecovery ? "Use the app's code" : "I do not have the app at hand"}
      </Button>
    </AskedForm>
  );
}

/** Name and passphrase; then a code, where one is asked. */
export function SignInForm({ onIn }: { onIn: () => void }) {
  const [signIn, setSignIn] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const [isHalfIn, setHalfIn] = useState(false);
  if (isHalfIn) return <CodeForm onIn={onIn} />;
  return (
    <AskedForm
      isMain
      label="Sign in"
      send={() => call(ROUTES.signIn, {}, { signIn: signIn.trim(), passphrase })}
      onOk={({ next }) => (next === "code" ? setHalfIn(true) : onIn())}
    >
      <TextLine
        label="Name to sign in with"
        autoComplete="username"
        autoFocus
        required
        maxLength={40}
        value={signIn}
        onChange={setSignIn}
      />
      <TextLine
        label="Passphrase"
        type="password"
        autoComplete="current-password"
        required
        maxLength={200}
        value={passphrase}
        onChange={setPassphrase}
      />
    </AskedForm>
  );
}

/** Opens a locked table by its short code. */
export function UnlockForm({ onIn, onPassphrase }: { onIn: () => void; onPassphrase: () => void }) {
  const [code, setCode] = useState("");
  return (
    <>
      <AskedForm isMain label="Unlock" send={() => call(ROUTES.unlock, {}, { code })} onOk={onIn}>
        <TextLine
          label="Your short code"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          autoFocus
          required
          minLength={4}
          maxLength={6}
          value={code}
          onChange={setCode}
        />
      </AskedForm>
      <Button look="quiet" onClick={onPassphrase}>
        Sign in with a passphrase instead
      </Button>
    </>
  );
}
