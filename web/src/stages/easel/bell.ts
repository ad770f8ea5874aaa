/** A bell of two soft notes; rung only where the painter asked for sound. */
const NOTES_HZ = [660, 880];
const NOTE_S = 0.22;

export function ring(): void {
  const Audio = window.AudioContext;
  if (!Audio) return;
  const sound = new Audio();
  NOTES_HZ.forEach((pitch, at) => {
    const tone = sound.createOscillator();
    const loud = sound.createGain();
    const begin = sound.currentTime + at * NOTE_S;
    tone.frequency.value = pitch;
    loud.gain.setValueAtTime(0.0001, begin);
    loud.gain.exponentialRampToValueAtTime(0.12, begin + 0.03);
    loud.gain.exponentialRampToValueAtTime(0.0001, begin + NOTE_S);
    tone.connect(loud).connect(sound.destination);
    tone.start(begin);
    tone.stop(begin + NOTE_S);
  });
  window.setTimeout(() => void sound.close(), 1500);
}
