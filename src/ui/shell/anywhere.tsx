"use client";

import { later } from "../primitives/later";

/** What listens on every screen, once the screen is up. */
export const Anywhere = later(() => import("./palette-key").then((module) => module.PaletteKey));
