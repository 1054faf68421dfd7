/** Beats a minute of the invented waltz; a bar has three. */
const BPM = 90;
export const WALTZ_SECONDS = 32;
const RATE = 11025;
const BEAT = 60 / BPM;

/** Roots of the bars, and the melody over them, in semitones from A2. */
const ROOTS = [0, 5, 7, 0, 3, 8, 7, 0];
const MELODY = [24, 28, 31, 29, 24, 31, 33, 36];

/** A sketch of a song, computed, so that the demo has a sound of its own: 8-bit WAV, one channel. Source of the format: RIFF WAVE. */
export function waltz(): Uint8Array {
  const count = WALTZ_SECONDS * RATE;
  const octets = new Uint8Array(44 + count);
  const view = new DataView(octets.buffer);
  const word = (at: number, letters: string): void => [...letters].forEach((letter, index) => (octets[at + index] = letter.charCodeAt(0)));
  word(0, "RIFF");
  view.setUint32(4, 36 + count, true);
  word(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, RATE, true);
  view.setUint16(32, 1, true);
  view.setUint16(34, 8, true);
  word(36, "data");
  view.setUint32(40, count, true);
  for (let sample = 0; sample < count; sample++) octets[44 + sample] = 128 + Math.round(90 * loudness(sample / RATE));
  return octets;
}

/** The wave at a time, -1..1. It grows over its four parts. */
function loudness(t: number): number {
  const beat = Math.floor(t / BEAT);
  const within = t - beat * BEAT;
  const bar = Math.floor(beat / 3) % ROOTS.length;
  const part = Math.min(3, Math.floor((4 * t) / WALTZ_SECONDS));
  const bass = beat % 3 === 0 ? note(ROOTS[bar]!, within, 3) : 0.45 * note(ROOTS[bar]! + 12 + (beat % 3) * 4, within, 6);
  const tune = part > 0 ? note(MELODY[(bar + beat) % MELODY.length]!, within, 4) : 0;
  return Math.max(-1, Math.min(1, (0.35 + 0.15 * part) * (0.6 * bass + 0.4 * tune)));
}

function note(semitones: number, within: number, fall: number): number {
  const pitch = 110 * 2 ** (semitones / 12);
  return Math.exp(-fall * within) * (Math.sin(2 * Math.PI * pitch * within) + 0.3 * Math.sin(4 * Math.PI * pitch * within));
}
