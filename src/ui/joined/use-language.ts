import { useSyncExternalStore } from "react";
import { type Language, LANGUAGE_IDS } from "@/core/vocabulary";

const KEY = "dust-lantern:pad-language";
const told = new Set<() => void>();

const kept = (): Language => LANGUAGE_IDS.find((id) => id === localStorage.getItem(KEY)) ?? "en";

const subscribe = (tell: () => void) => {
  told.add(tell);
  return () => void told.delete(tell);
};

/** The language a pad speaks: chosen before it joins, kept on the device over a reload, and nothing of anybody. */
export function usePadLanguage(): readonly [Language, (language: Language) => void] {
  const language = useSyncExternalStore(subscribe, kept, (): Language => "en");
  const choose = (next: Language) => {
    localStorage.setItem(KEY, next);
    told.forEach((tell) => tell());
  };
  return [language, choose];
}
