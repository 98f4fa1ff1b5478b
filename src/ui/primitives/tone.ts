/**
 * A tone that dies away.
 *
 * @param hertz how high
 * @param seconds how long
 * @param volume how loud it begins, 0 to 1
 */
export function playTone(hertz: number, seconds: number, volume: number): void {
  const context = new AudioContext();
  const tone = context.createOscillator();
  const gain = context.createGain();
  tone.frequency.value = hertz;
  gain.gain.setValueAtTime(volume, context.currentTime);
  gain.gain.exponentialRampToValueAtTime(0.001, context.currentTime + seconds);
  tone.connect(gain).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + seconds);
  tone.onended = () => void context.close();
}
