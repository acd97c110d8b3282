/**
 * Sounds and buzzes that can be told apart without looking: ready rises, over the limit beats fast and low, a lost reading
 * is one long tone, a hold that is up sounds three times, a dwell that calls falls twice. Made on the spot: nothing is loaded.
 */
import type { Cue } from '../../../core/work/run';

type Tone = [hertz: number, from: number, long: number];
export const tones: Record<NonNullable<Cue> | 'dwell', { tones: Tone[]; buzz: number[] }> = {
  ready: {
    tones: [
      [660, 0, 0.18],
      [990, 0.22, 0.35],
    ],
    buzz: [120, 80, 300],
  },
  over: { tones: [0, 1, 2, 3, 4, 5].map((i): Tone => [220, i * 0.16, 0.1]), buzz: [80, 60, 80, 60, 80, 60, 80, 60, 80] },
  lost: { tones: [[440, 0, 1.2]], buzz: [900] },
  held: {
    tones: [
      [784, 0, 0.15],
      [784, 0.35, 0.15],
      [784, 0.7, 0.15],
    ],
    buzz: [150, 200, 150, 200, 150],
  },
  // Falls, and falls again.
  dwell: {
    tones: [
      [880, 0, 0.2],
      [587, 0.25, 0.2],
      [880, 0.7, 0.2],
      [587, 0.95, 0.2],
    ],
    buzz: [250, 150, 250, 150, 250, 150, 250],
  },
};

let audio: AudioContext | null = null;

/** Browsers let a page sound only after a touch: called from the first one. */
export function wakeSound(): void {
  audio ??= new AudioContext();
  void audio.resume();
}

export function play(cue: keyof typeof tones): void {
  // Neither sound nor buzz before the first touch: browsers refuse it.
  if (navigator.userActivation.hasBeenActive) navigator.vibrate?.(tones[cue].buzz);
  if (!audio) return;
  for (const [hertz, from, long] of tones[cue].tones) {
    const [wave, gain] = [audio.createOscillator(), audio.createGain()];
    const at = audio.currentTime + from;
    wave.frequency.value = hertz;
    wave.type = 'square';
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(0.25, at + 0.01);
    gain.gain.setValueAtTime(0.25, at + long);
    gain.gain.linearRampToValueAtTime(0, at + long + 0.03);
    wave.connect(gain).connect(audio.destination);
    wave.start(at);
    wave.stop(at + long + 0.05);
  }
}
