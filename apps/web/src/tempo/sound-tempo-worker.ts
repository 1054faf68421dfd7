import MusicTempo from "music-tempo";

/** Tempo of a sound of one channel at 44.1 kHz; null where no beat is found. */
self.onmessage = ({ data }: MessageEvent<Float32Array>): void => {
  try {
    const found = new MusicTempo(data);
    const bpm = Number(found.tempo);
    self.postMessage(Number.isFinite(bpm) && bpm > 0 ? bpm : null);
  } catch {
    self.postMessage(null);
  }
};
