"use client";

import { toString as pictureOf } from "qrcode";
import type { ReactNode } from "react";
import type { CodeRole } from "@/core/access";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { JoinCode } from "@/wire/devices";

export type PicturedCode = JoinCode & { readonly picture: string };

/** A new code with its picture, or why there is none. */
export async function askForCode(
  exam: string,
  role: CodeRole,
  addressOf: (code: string) => string,
): Promise<PicturedCode | string> {
  const made = await call(DEVICE_ROUTES.joinCode, { exam }, { role });
  if (!made.ok) return made.message;
  const picture = await pictureOf(addressOf(made.value.code), { type: "svg", margin: 1, errorCorrectionLevel: "M" });
  return { ...made.value, picture };
}

/** A code to be read off, as a picture and as letters, and where it is entered. */
export const CodeShown = ({ code, children }: { code: PicturedCode; children: ReactNode }) => (
  <div className="flex items-center gap-4 rounded-xl bg-well p-3">
    {/* eslint-disable-next-line @next/next/no-img-element */}
    <img
      src={`data:image/svg+xml;utf8,${encodeURIComponent(code.picture)}`}
      alt="The same address and code as a picture"
      className="size-32 shrink-0 rounded bg-white"
    />
    <p>
      {children}
      <span className="block font-mono text-3xl font-bold tracking-widest" data-code>
        {code.code}
      </span>
      <span className="text-sm text-soft">once, within two minutes</span>
    </p>
  </div>
);
