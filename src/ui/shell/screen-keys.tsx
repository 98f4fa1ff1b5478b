"use client";

import { KeyHelp } from "./key-help";
import { keyRows } from "./key-lists";

/** The keys of a screen of the exam. */
export const ScreenKeys = ({ screen }: { screen: Parameters<typeof keyRows>[0] }) => <KeyHelp rows={keyRows(screen)} />;
