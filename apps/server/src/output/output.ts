/** Carries frames out of the machine. `send` returns the number of packets that left. */
export interface Output {
  send(frame: Uint8Array, nowMs: number): number;
  /** Which universes a frame holds from now on, in order. */
  patch(universes: readonly number[]): void;
  /** The sequence numbers sent last, a universe each in the order of `patch`; behind them others that go on, where there are such. */
  readonly sequences: Uint8Array;
  /** Goes on behind somebody else's sequence numbers, who may have sent a few more than these. */
  goOnFrom(sequences: Uint8Array): void;
  /** Packets that couldn't be sent since whoever reads this set it back, and why the latest couldn't. */
  readonly trouble: { errors: number; why: string | null };
  /** Says good-bye to the receivers and closes. */
  close(): Promise<void>;
}
