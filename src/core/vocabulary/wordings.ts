import type { Wordings } from "../base";
import type { Language } from "./languages";

/**
 * What is said to whoever holds a joined device when something cannot be taken,
 * by its English words. A language that lacks one does not pass its test.
 */
const DE: Wordings = {
  "is none that stands: it is used once, within two minutes":
    "Dieser Code gilt nicht: er wird einmal benutzt, innerhalb von zwei Minuten",
  "Ask for a new one, and enter it as it is shown.":
    "Lassen Sie sich einen neuen geben und geben Sie ihn ein, wie er gezeigt wird.",
  "has not joined, or was sent off": "Dieses Gerät ist nicht angemeldet, oder es wurde abgemeldet",
  "Ask for a new code and enter it here.": "Lassen Sie sich einen neuen Code geben und geben Sie ihn hier ein.",
  "there were too many tries": "Es waren zu viele Versuche",
  "Try again in {1} {2}.": "Versuchen Sie es in {1} {2} wieder.",
  minute: "Minute",
  minutes: "Minuten",
  "has more moments than numbers, or fewer": "Es sind mehr oder weniger Zeitpunkte als Zahlen",
  "Send one number for each moment.": "Zu jedem Zeitpunkt gehört eine Zahl.",
  '"{1}" is nothing that a {2} says': "„{1}“ sagt ein Gerät dieser Art nicht ({2})",
  "Leave it out.": "Lassen Sie es weg.",
  "cannot be reached": "Der Tisch ist nicht zu erreichen",
  "Nothing was changed; try again once it can.": "Es wurde nichts geändert; versuchen Sie es wieder, sobald er es ist.",
  "answered {1} and did not say why": "Die Antwort war {1}, ohne Grund",
  "Try again; reload if it stays so.": "Versuchen Sie es wieder; laden Sie die Seite neu, wenn es so bleibt.",
};

/** What a language says for the English words of a message; English needs none. */
export const WORDINGS: Readonly<Record<Language, Wordings>> = { en: {}, de: DE };
