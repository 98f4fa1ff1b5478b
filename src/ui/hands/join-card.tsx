"use client";

import { toString as pictureOf } from "qrcode";
import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { JoinCode } from "@/wire/devices";
import { useExam } from "../exam/exam-provider";
import { SignMark } from "../joined/device-sign";
import { Button } from "../primitives/button";
import { Heading, Tick } from "./device-parts";
import { setKit, useKit } from "./kit";

/** The code of a device that is to join, as letters and as a picture, until it has joined or is too old. */
export function JoinCard({ padOnly = false }: { padOnly?: boolean }) {
  const { exam } = useExam();
  const { joined, countsByItself: takesItself } = useKit();
  const [code, setCode] = useState<(JoinCode & { picture: string; joinedBefore: number }) | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const ask = async (role: JoinCode["role"]) => {
    const made = await call(DEVICE_ROUTES.joinCode, { exam }, { role });
    setProblem(made.ok ? null : made.message);
    if (!made.ok) return;
    const address = `${location.origin}/join#code=${made.value.code}`;
    const picture = await pictureOf(address, { type: "svg", margin: 1, errorCorrectionLevel: "M" });
    setCode({ ...made.value, picture, joinedBefore: joined.length });
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
        <div className="flex items-center gap-4 rounded-xl bg-well p-3">
          {/* eslint-disable-next-line @next/next/no-img-element */}
          <img
            src={`data:image/svg+xml;utf8,${encodeURIComponent(code.picture)}`}
            alt="The same address and code as a picture"
            className="size-32 shrink-0 rounded bg-white"
          />
          <p>
            On the {code.role}, open <strong className="block">{location.host}/join</strong> and enter
            <span className="block font-mono text-3xl font-bold tracking-widest" data-code>
              {code.code}
            </span>
            <span className="text-sm text-soft">once, within two minutes</span>
          </p>
        </div>
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
