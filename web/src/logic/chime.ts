/** Two soft notes, made by the browser itself. */
const NOTES_HZ = [660, 990];
const NOTE_S = 0.5;
const LOUD = 0.18;

/** Rings. Where the browser lets no page sound before it was touched, nothing is heard. */
export function chime(context: AudioContext = new AudioContext()) {
  void context.resume();
  NOTES_HZ.forEach((pitch, n) => {
    const [tone, volume] = [context.createOscillator(), context.createGain()];
    const begins = context.currentTime + 0.28 * n;
    tone.frequency.value = pitch;
    volume.gain.setValueAtTime(0.0001, begins);
    volume.gain.exponentialRampToValueAtTime(LOUD, begins + 0.02);
    volume.gain.exponentialRampToValueAtTime(0.0001, begins + NOTE_S);
    tone.connect(volume).connect(context.destination);
    tone.start(begins);
    tone.stop(begins + NOTE_S);
    if (n === NOTES_HZ.length - 1) tone.onended = () => void context.close();
  });
}
