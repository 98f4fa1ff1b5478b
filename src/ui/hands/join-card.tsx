"use client";

import { useEffect, useState } from "react";
import type { CodeRole } from "@/core/access";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import { useExam } from "../exam/exam-provider";
import { SignMark } from "../joined/device-sign";
import { Button } from "../primitives/button";
import { askForCode, CodeShown, type PicturedCode } from "./code-shown";
import { Heading, Tick } from "./device-parts";
import { setKit, useKit } from "./kit";

/** The code of a device that is to join, as letters and as a picture, until it has joined or is too old. */
export function JoinCard({ padOnly = false }: { padOnly?: boolean }) {
  const { exam } = useExam();
  const { joined, countsByItself: takesItself } = useKit();
  const [code, setCode] = useState<(PicturedCode & { joinedBefore: number }) | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const ask = async (role: CodeRole) => {
    const made = await askForCode(exam, role, (letters) => `${location.origin}/join#code=${letters}`);
    setProblem(typeof made === "string" ? made : null);
    if (typeof made !== "string") setCode({ ...made, joinedBefore: joined.length });
  };
  const sendOff = async (device: string) => {
    const left = await call(DEVICE_ROUTES.sendOffDevice, { exam }, { device });
    setProblem(left.ok ? null : left.message);
    if (left.ok) setKit({ joined: left.value.devices });
  };
  const isWaiting = code !== null && joined.length <= code.joinedBefore;
  useEffect(() => {
    if (!isWaiting) return;
    const timer = setTimeout(() => setCode(null), Math.max(0, code.untilMs - Date.now()));
    return () => clearTimeout(timer);
  }, [isWaiting, code]);
  return (
    <section aria-label="Joined devices" className="flex flex-col gap-2">
      <Heading>A device of the clinic joins</Heading>
      <p className="flex flex-wrap gap-2">
        <Button big onClick={() => void ask("pad")}>
          Answer pad, in their hand
        </Button>
        {!padOnly && (
          <Button big onClick={() => void ask("probe")}>
            Probe, strapped on
          </Button>
        )}
      </p>
      {isWaiting && (
        <CodeShown code={code}>
          On the {code.role}, open <strong className="block">{location.host}/join</strong> and enter
        </CodeShown>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <ul className="flex flex-col gap-1">
        {joined.map(({ id, role, sign, isHere }) => (
          <li key={id} className="flex items-center gap-3">
            <SignMark sign={sign} size={36} />
            <span className="grow">
              {role}
              {!isHere && ", away"}
            </span>
            <Button onClick={() => void sendOff(id)}>Send off</Button>
          </li>
        ))}
      </ul>
      {!padOnly && joined.some(({ role }) => role === "pad") && (
        <Tick checked={takesItself} onTick={(ticked) => setKit({ countsByItself: ticked })}>
          What they say counts by itself after a second, unless it is on the other side
        </Tick>
      )}
    </section>
  );
}
