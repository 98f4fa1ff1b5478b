"use client";

import { useState } from "react";
import { MoreButton } from "./more-button";
import type { MenuItem } from "./more-menu";
import { later } from "../primitives/later";

const MoreMenu = later(
  () => import("./more-menu").then((module) => module.MoreMenu),
  () => <MoreButton />,
);

/** What is done less often. The menu itself comes with the first press. */
export function More({ items }: { items: readonly MenuItem[] }) {
  const [pressed, setPressed] = useState(false);
  return pressed ? <MoreMenu items={items} /> : <MoreButton onClick={() => setPressed(true)} />;
}
