/** The npm package music-tempo 1.0.3 has no types of its own; of it this is used. */
declare module "music-tempo" {
  export default class MusicTempo {
    constructor(samples: Float32Array);
    /** BPM as text or number. */
    readonly tempo: string | number;
  }
}
