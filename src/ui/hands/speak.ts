/** Said by a voice of this machine; none of the network's, and nothing is listened to. */

export const hasVoice = (): boolean => localVoice() !== null;

function localVoice(): SpeechSynthesisVoice | null {
  if (typeof speechSynthesis === "undefined") return null;
  const voices = speechSynthesis.getVoices().filter(({ localService }) => localService);
  return voices.find(({ lang }) => lang.toLowerCase().startsWith("en")) ?? voices[0] ?? null;
}

/** Says it, and stops what was being said. Without a local voice nothing is said: the caption stands all the same. */
export function speak(words: string): void {
  const voice = localVoice();
  if (!voice) return;
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(words);
  said.voice = voice;
  said.rate = 1.05;
  speechSynthesis.speak(said);
}

const MOST_WORDS = 6;

/** A cue is six words at most. */
export const asCue = (words: string): string => words.split(/\s+/).slice(0, MOST_WORDS).join(" ");
