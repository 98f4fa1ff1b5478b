import { Diamond, Droplet, Leaf, type LucideIcon, Shell, Star, Sun } from "lucide-react";
import type { DeviceSign } from "@/wire/devices";

const SIGNS: Readonly<Record<DeviceSign, { readonly icon: LucideIcon; readonly ground: string }>> = {
  sun: { icon: Sun, ground: "#7a4b00" },
  drop: { icon: Droplet, ground: "#0c4f7a" },
  leaf: { icon: Leaf, ground: "#1f5c2e" },
  star: { icon: Star, ground: "#5a2d82" },
  diamond: { icon: Diamond, ground: "#8a1f4f" },
  shell: { icon: Shell, ground: "#7a2f1a" },
};

/** The ground that a device and its examination share; white on it reads well, light or dark. */
export const groundOf = (sign: DeviceSign): string => SIGNS[sign].ground;

/** The sign by which a device and its examination know each other. */
export function SignMark({ sign, size }: { sign: DeviceSign; size: number }) {
  const { icon: Icon, ground } = SIGNS[sign];
  return (
    <span
      className="inline-grid place-items-center rounded-full text-white"
      style={{ background: ground, width: size, height: size }}
    >
      <Icon aria-hidden size={size * 0.62} strokeWidth={2.2} />
      <span className="sr-only">sign: {sign}</span>
    </span>
  );
}
