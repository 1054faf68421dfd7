declare module "smpte-timecode" {
  /** The test oracle, which ships no types: frame count, rate, whether frame numbers are dropped. */
  export default function Timecode(frames: number, rate: number, drop: boolean): { frameCount: number; toString(): string };
}
