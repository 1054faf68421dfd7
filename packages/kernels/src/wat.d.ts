/** A WebAssembly module from its text, as `watModules` assembles it. */
declare module "*.wat" {
  const octets: Uint8Array<ArrayBuffer>;
  export default octets;
}
