import { readFile } from "node:fs/promises";
import wabt from "wabt";

/** A part of Vite: whoever imports a file of WebAssembly's text gets the octets of the module. */
export const watModules = () => ({
  name: "wat-modules",
  async load(id: string): Promise<string | null> {
    if (!id.endsWith(".wat")) return null;
    const assembler = await wabt();
    const { buffer } = assembler.parseWat(id, await readFile(id, "utf8"), { simd: true, threads: true, bulk_memory: true }).toBinary({});
    return `export default Uint8Array.from(atob("${Buffer.from(buffer).toString("base64")}"), (letter) => letter.charCodeAt(0));`;
  },
});
