"use client";

import { type ComponentProps, useState } from "react";
import { inputClass } from "./field";

type KeptInputProps = Omit<ComponentProps<"input">, "value" | "onChange"> & {
  /** What is recorded. */
  recorded: string;
  /** Records what was typed; called on leaving the field or on Enter, when it differs. */
  onKeep: (text: string) => unknown;
};

/** A text that is recorded when it is left; until then it is only typed. */
export function KeptInput({ recorded, onKeep, ...rest }: KeptInputProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const keep = async () => {
    if (typed !== null && typed.trim() !== recorded) await onKeep(typed.trim());
    setTyped(null);
  };
  return (
    <input
      {...rest}
      className={inputClass}
      value={typed ?? recorded}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => void keep()}
      onKeyDown={(event) => event.key === "Enter" && void keep()}
    />
  );
}
