import type { WaveMotion } from "./motion";
import type { SavedWave, WavePoint } from "./saved-wave";
import { waveform } from "./waveform";

const POINTS = 8;

/** A waveform to draw on, that begins like a motion's own: behind the others of the library. */
export function drawnLike(
  { waveform: kind, width, softIn, softOut }: WaveMotion,
  { library, newId }: { library: readonly SavedWave[]; newId: () => string },
): SavedWave {
  const options = {
    ...(width === undefined ? {} : { width }),
    ...(softIn === undefined ? {} : { softIn }),
    ...(softOut === undefined ? {} : { softOut }),
  };
  const used = width ?? (kind === "pulse" || kind === "soft-pulse" ? 0.5 : 1);
  const places = [...Array.from({ length: POINTS }, (_, index) => (index / POINTS) * used), ...(used < 1 ? [used * 0.999, used] : [])];
  const points = places.map((at): WavePoint => {
    const value = kind === "drawn" ? 0.5 : waveform(kind, at, options);
    return { at: Math.round(at * 10000) / 10000, value: Math.round(value * 1000) / 1000 };
  });
  const rank = 1 + Math.max(0, ...library.map((wave) => wave.rank));
  return { id: `wave-${newId()}`, kind: "savedWave", version: 1, name: `Drawn ${rank}`, rank, points, joined: "straight" };
}
