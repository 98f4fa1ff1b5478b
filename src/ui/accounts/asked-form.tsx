"use client";

import { type ReactNode, useState } from "react";
import type { Called } from "@/wire/call";
import { Button } from "../primitives/button";

type AskedFormProps<T> = {
  send: () => Promise<Called<T>>;
  onOk: (value: T) => void;
  label: string;
  /** What is said when it went well; left out where the form goes away then. */
  done?: string;
  /** The one thing to do on the screen. */
  isMain?: boolean;
  disabled?: boolean;
  children: ReactNode;
};

/** A few lines and one button, which sends one thing at a time; what came of it stands under them. */
export function AskedForm<T>({ send, onOk, label, done, isMain = false, disabled, children }: AskedFormProps<T>) {
  const [said, setSaid] = useState<{ text: string; isProblem: boolean } | null>(null);
  const [isWorking, setWorking] = useState(false);
  const go = async () => {
    setWorking(true);
    const sent = await send();
    setWorking(false);
    setSaid(
      sent.ok
        ? done === undefined
          ? null
          : { text: done, isProblem: false }
        : { text: sent.message, isProblem: true },
    );
    if (sent.ok) onOk(sent.value);
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void go();
      }}
    >
      {children}
      {said && (
        <p role={said.isProblem ? "alert" : "status"} className={said.isProblem ? "text-stop" : "text-soft"}>
          {said.text}
        </p>
      )}
      <Button
        type="submit"
        look={isMain ? "main" : "plain"}
        big={isMain}
        disabled={isWorking || disabled}
        className={isMain ? undefined : "self-start"}
      >
        {isWorking ? "One moment…" : label}
      </Button>
    </form>
  );
}
