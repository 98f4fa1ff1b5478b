"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { fetched, NOT_FETCHED } from "../primitives/fetched";
import { Button } from "../primitives/button";
import { AskedForm } from "./asked-form";
import { isReachedByName } from "./reached-by-name";
import { ShortCodeLine, TextLine } from "./text-line";

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

/** The device's own way in, where it holds a key for this name. */
function ByPasskey({ onIn }: { onIn: () => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [canUse, setCanUse] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setCanUse("PublicKeyCredential" in window && isReachedByName()), 0);
    return () => clearTimeout(timer);
  }, []);
  if (!canUse) return null;
  const enter = async () => {
    const asked = await call(ROUTES.askForPasskey, {}, {});
    if (!asked.ok) return setProblem(asked.message);
    const passkeys = await fetched(() => import("@simplewebauthn/browser"));
    if (!passkeys) return setProblem(NOT_FETCHED);
    try {
      const response = await passkeys.startAuthentication({ optionsJSON: asked.value.options as never });
      const said = await call(ROUTES.signInByPasskey, {}, { response: response as never });
      if (said.ok) onIn();
      else setProblem(said.message);
    } catch {
      setProblem("The device gave no key: it was called off, or it holds none for this name.");
    }
  };
  return (
    <div className="flex flex-col gap-2">
      <Button big onClick={() => void enter()}>
        Sign in with a passkey
      </Button>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}

/** Name and passphrase; then a code, where one is asked. */
export function SignInForm({ onIn }: { onIn: () => void }) {
  const [signIn, setSignIn] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const [isHalfIn, setHalfIn] = useState(false);
  if (isHalfIn) return <CodeForm onIn={onIn} />;
  return (
    <>
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
      <ByPasskey onIn={onIn} />
    </>
  );
}

/** Opens a locked table by its short code. */
export function UnlockForm({ onIn, onPassphrase }: { onIn: (code: string) => void; onPassphrase: () => void }) {
  const [code, setCode] = useState("");
  return (
    <>
      <AskedForm isMain label="Unlock" send={() => call(ROUTES.unlock, {}, { code })} onOk={() => onIn(code)}>
        <ShortCodeLine label="Your short code" autoFocus value={code} onChange={setCode} />
      </AskedForm>
      <Button look="quiet" onClick={onPassphrase}>
        Sign in with a passphrase instead
      </Button>
    </>
  );
}
