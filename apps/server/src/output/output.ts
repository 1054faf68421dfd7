/** Carries frames out of the machine. `send` returns the number of packets that left. */
export interface Output {
  send(frame: Uint8Array, nowMs: number): number;
  /** Which universes a frame holds from now on, in order. */
  patch(universes: readonly number[]): void;
  /** Says good-bye to the receivers and closes. */
  close(): Promise<void>;
}
