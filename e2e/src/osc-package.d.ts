/** The npm package osc has no types of its own; of it the test uses this. */
declare module "osc" {
  const osc: {
    readPacket(octets: Uint8Array, options: object): unknown;
    writePacket(packet: { address: string; args: readonly unknown[] }, options: { metadata: boolean }): Uint8Array;
  };
  export default osc;
}
