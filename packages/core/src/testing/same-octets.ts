/** Throws with the first slot in which two frames differ; `when` tells the moment. */
export function sameOctets(frame: Uint8Array, expected: Uint8Array, when: string): void {
  for (let at = 0; at < Math.max(frame.length, expected.length); at++)
    if (frame[at] !== expected[at]) throw new Error(`${when}, slot ${at + 1}: ${frame[at]} instead of ${expected[at]}`);
}
